import type { components } from './schema'

/** The types of the API by their names in its description. */
export type Api = components['schemas']

/** One field of a request that was refused, and where in its text. */
export interface FieldError {
    field: string
    column: number
    detail: string
}

/** An answer that is no success, with the words of the server (RFC 9457). */
export class Problem extends Error {
    constructor(
        readonly status: number,
        detail: string,
        readonly errors: FieldError[],
    ) {
        super(detail)
    }
}

let onSignedOut = () => {}

/** What happens when the server says that nobody is signed in any more. */
export function whenSignedOut(then: () => void): void {
    onSignedOut = then
}

export function get<T>(path: string, signal?: AbortSignal): Promise<T> {
    return send<T>('GET', path, undefined, signal)
}

export function post<T>(path: string, body?: unknown, signal?: AbortSignal): Promise<T> {
    return send<T>('POST', path, body, signal)
}

/** Sends a file as a form does. */
export function upload<T>(path: string, file: File): Promise<T> {
    const form = new FormData()
    form.append('file', file)
    return send<T>('POST', path, form)
}

/** Has a file made of something and hands it to the browser. */
export async function download(path: string, body: unknown, name: string): Promise<void> {
    const response = await ask('POST', path, body)
    const address = URL.createObjectURL(await response.blob())
    const link = Object.assign(document.createElement('a'), { href: address, download: name })
    link.click()
    URL.revokeObjectURL(address)
}

export function remove(path: string): Promise<void> {
    return send<void>('DELETE', path)
}

async function send<T>(method: string, path: string, body?: unknown, signal?: AbortSignal): Promise<T> {
    const response = await ask(method, path, body, signal)
    const text = await response.text()
    return (text === '' ? undefined : JSON.parse(text)) as T
}

async function ask(method: string, path: string, body?: unknown, signal?: AbortSignal): Promise<Response> {
    const headers: Record<string, string> = { Accept: 'application/json' }
    if (method !== 'GET') headers['X-XSRF-TOKEN'] = token()
    const raw = body instanceof FormData || body instanceof URLSearchParams
    if (body !== undefined && !raw) headers['Content-Type'] = 'application/json'
    let response: Response
    try {
        response = await fetch(path, {
            method,
            headers,
            signal,
            body: body === undefined || raw ? (body as BodyInit | undefined) : JSON.stringify(body),
        })
    } catch (e) {
        if (e instanceof DOMException && e.name === 'AbortError') throw e
        throw new Problem(0, 'Chalk Line does not answer. What was kept is safe; try again in a moment.', [])
    }
    if (!response.ok) throw await problem(response, path)
    return response
}

async function problem(response: Response, path: string): Promise<Problem> {
    if (response.status === 401 && !path.startsWith('/api/sign-in')) onSignedOut()
    try {
        const said = await response.json()
        return new Problem(response.status, said.detail ?? said.title, said.errors ?? [])
    } catch {
        return new Problem(response.status, `The server answered ${response.status}.`, [])
    }
}

function token(): string {
    const cookie = document.cookie.split('; ').find((c) => c.startsWith('XSRF-TOKEN='))
    return cookie ? decodeURIComponent(cookie.slice('XSRF-TOKEN='.length)) : ''
}
