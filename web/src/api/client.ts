import createClient from 'openapi-fetch'
import type {
    HttpMethod,
    PathsWithMethod,
    RequestBodyJSON,
    SuccessResponseJSON,
} from 'openapi-typescript-helpers'
import type { components, paths } from './schema'

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

type Operation<M extends HttpMethod, P extends keyof paths> = paths[P] extends Record<M, infer O> ? O : never
type Part<O, K extends string> = O extends { parameters: { [k in K]?: infer V } }
    ? [NonNullable<V>] extends [never]
        ? undefined
        : NonNullable<V>
    : undefined
/** What a call takes: the parts of its path, its query and its body, as the API's description has them. */
type Asked<O> = (Part<O, 'path'> extends undefined ? { path?: undefined } : { path: Part<O, 'path'> }) &
    (Part<O, 'query'> extends undefined ? { query?: undefined } : { query?: Part<O, 'query'> }) &
    (O extends { requestBody: unknown } ? { body: RequestBodyJSON<O> } : { body?: undefined })
type Answer<O> = O extends Record<string | number, unknown> ? SuccessResponseJSON<O> : never

/** A request as it is kept until it is sent; the browser's own cannot be made with an address that is relative. */
class Waiting {
    constructor(
        readonly url: string,
        readonly init: RequestInit & { method: string },
    ) {}

    get method() {
        return this.init.method
    }
}

const api = createClient<paths>({
    Request: Waiting as unknown as typeof Request,
    fetch: (request) => {
        const { url, init } = request as unknown as Waiting
        return ask(init.method, url, init.body ?? undefined, init.signal ?? undefined)
    },
})

async function call(method: HttpMethod, path: string, asked: object, signal?: AbortSignal): Promise<unknown> {
    const { path: inPath, query, body } = asked as { path?: object; query?: object; body?: unknown }
    const request = api.request as unknown as (
        method: string,
        path: string,
        options: object,
    ) => Promise<{ data?: unknown }>
    return (await request(method, path, { params: { path: inPath, query }, body, signal })).data
}

export function get<P extends PathsWithMethod<paths, 'get'>>(
    path: P,
    asked: Asked<Operation<'get', P>> = {} as Asked<Operation<'get', P>>,
    signal?: AbortSignal,
): Promise<Answer<Operation<'get', P>>> {
    return call('get', path, asked, signal) as Promise<Answer<Operation<'get', P>>>
}

export function post<P extends PathsWithMethod<paths, 'post'>>(
    path: P,
    asked: Asked<Operation<'post', P>> = {} as Asked<Operation<'post', P>>,
    signal?: AbortSignal,
): Promise<Answer<Operation<'post', P>>> {
    return call('post', path, asked, signal) as Promise<Answer<Operation<'post', P>>>
}

export function put<P extends PathsWithMethod<paths, 'put'>>(
    path: P,
    asked: Asked<Operation<'put', P>>,
): Promise<Answer<Operation<'put', P>>> {
    return call('put', path, asked) as Promise<Answer<Operation<'put', P>>>
}

export async function remove<P extends PathsWithMethod<paths, 'delete'>>(
    path: P,
    asked: Asked<Operation<'delete', P>>,
): Promise<void> {
    await call('delete', path, asked)
}

/** Sends a file as a form does. */
export async function upload<P extends '/api/arrivals' | '/api/templates/cartridge'>(
    path: P,
    file: File,
    source = '',
): Promise<Answer<Operation<'post', P>>> {
    const body = new FormData()
    body.append('file', file)
    const response = await ask('POST', source ? `${path}?source=${source}` : path, body)
    return (await response.json()) as Answer<Operation<'post', P>>
}

/** Sends a sheet of courses, with what is said of how it is written. */
export async function uploadAs(
    file: File,
    written: Record<string, string | undefined>,
): Promise<Api['SheetRead']> {
    const said = Object.entries(written).filter((one): one is [string, string] => !!one[1])
    const body = new FormData()
    body.append('file', file)
    const response = await ask('POST', `/api/course-sheets/file?${new URLSearchParams(said)}`, body)
    return (await response.json()) as Api['SheetRead']
}

/** Brings back the sheet that an LMS gave for an export. */
export async function uploadResults(id: number, file: File): Promise<Api['ExportOne']> {
    const body = new FormData()
    body.append('file', file)
    return (await (await ask('POST', `/api/exports/${id}/results`, body)).json()) as Api['ExportOne']
}

/** Signs in or out, which is no part of the API's description. */
export async function form(path: string, fields: URLSearchParams): Promise<void> {
    await ask('POST', path, fields)
}

/** Has a file made of something and hands it to the browser. */
export async function download(path: string, body: unknown, name: string): Promise<void> {
    const response = await ask('POST', path, JSON.stringify(body))
    const address = URL.createObjectURL(await response.blob())
    const link = Object.assign(document.createElement('a'), { href: address, download: name })
    link.click()
    URL.revokeObjectURL(address)
}

async function ask(method: string, path: string, body?: BodyInit, signal?: AbortSignal): Promise<Response> {
    const headers: Record<string, string> = { Accept: 'application/json' }
    if (method !== 'GET') headers['X-XSRF-TOKEN'] = token()
    if (typeof body === 'string') headers['Content-Type'] = 'application/json'
    const name = signal && method === 'POST' ? `${Math.random().toString(36).slice(2)}-${asked++}` : ''
    const back = () => takeBack(name)
    if (name) {
        headers['X-Ask'] = name
        signal?.addEventListener('abort', back)
    }
    let response: Response
    try {
        response = await fetch(path, { method, headers, signal, body })
    } catch (e) {
        if (e instanceof DOMException && e.name === 'AbortError') throw e
        throw new Problem(0, 'Chalk Line does not answer. What was kept is safe; try again in a moment.', [])
    } finally {
        signal?.removeEventListener('abort', back)
    }
    if (!response.ok) throw await problem(response, path)
    return response
}

/** How many things were asked for that may be taken back. */
let asked = 0

/** Nobody waits for an answer any more, so the server need not work at it. */
function takeBack(name: string) {
    const headers = { 'X-XSRF-TOKEN': token() }
    fetch(`/api/asks/${name}`, { method: 'DELETE', headers, keepalive: true }).catch(() => {})
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
