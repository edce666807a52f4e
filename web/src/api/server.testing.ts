import { vi } from 'vitest'

/** Something that was sent to the server. */
export interface Sent {
    method: string
    path: string
    body: Record<string, unknown>
}

/**
 * For tests: a server that answers, and keeps what was sent to it.
 *
 * @param answer what it says, or an answer that is no success; undefined for the answers that every screen asks for
 */
export function serverThat(answer: (method: string, path: string, body: Sent['body']) => unknown): Sent[] {
    const sent: Sent[] = []
    vi.stubGlobal('fetch', (path: string, init?: RequestInit) => {
        const method = init?.method ?? 'GET'
        const body = typeof init?.body === 'string' ? (JSON.parse(init.body) as Sent['body']) : {}
        if (method !== 'GET') sent.push({ method, path, body })
        const usual = path === '/api/desk' ? { zone: 'UTC', terms: [], latest: [] } : {}
        const said = answer(method, path, body) ?? usual
        if (said instanceof Response) return Promise.resolve(said)
        return Promise.resolve(new Response(JSON.stringify(said), { status: 200 }))
    })
    return sent
}

/** For tests: an answer with which a server refuses something, in its words. */
export function refusal(status: number, detail: string): Response {
    return new Response(JSON.stringify({ detail }), {
        status,
        headers: { 'Content-Type': 'application/problem+json' },
    })
}
