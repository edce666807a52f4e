import { render, screen, waitFor, within } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import type { Api } from '../api/client'
import { refusal, serverThat, type Sent } from '../api/server.testing'
import Access from './Access.svelte'

type Member = Api['AccessMember']

function member(user: string, from: Member['from'], more: Partial<Member> = {}): Member {
    return {
        id: 0,
        user,
        name: `${user}.`,
        email: '',
        role: 'instructor',
        from,
        through: 'OCEA 210-001',
        until: null,
        reason: '',
        told: true,
        ...more,
    }
}

const ACCESS: Api['Access'] = {
    key: 's:1',
    code: '27sp-ocea-210-001',
    stands: true,
    members: [
        member('lind', 'LIST'),
        member('lind', 'LET_IN', { id: 4, through: 'N. Abara', until: '2027-05-01' }),
        member('moss', 'LET_IN', { id: 5, through: 'N. Abara', told: false, role: 'assistant' }),
    ],
    ways: ['roster', 'code'],
    entryCode: null,
    may: true,
}

let access: Api['Access']
/** Who is found by a part of a name, and when that is known. */
let found: (part: string) => Promise<Api['PeopleOfListFound'][]>
let letIn: () => unknown
let sent: Sent[]

beforeEach(() => {
    access = ACCESS
    found = () => Promise.resolve([{ user: 'wren', name: 'A. Wren', email: '', teaches: true }])
    letIn = () => access
    const answers = serverThat((method, path) => {
        if (method === 'POST' && path.endsWith('/people')) return letIn()
        if (method === 'POST' && path.endsWith('/entry-code'))
            return {
                ...access,
                entryCode: { code: 'tide-42', until: '2027-02-01', madeBy: '', madeAt: '', told: true },
            }
        return method === 'GET' && path.endsWith('/access') ? access : undefined
    })
    sent = answers
    const usual = fetch
    vi.stubGlobal('fetch', async (path: string, init?: RequestInit) => {
        const url = new URL(path, 'http://here')
        if (url.pathname !== '/api/listed-people') return usual(path, init)
        const people = await found(url.searchParams.get('part') ?? '')
        return new Response(JSON.stringify(people), { status: 200 })
    })
})
afterEach(() => vi.unstubAllGlobals())

async function show() {
    render(Access, { term: '27SP', shellKey: 's:1' })
    await screen.findByText(/Students come in/)
}

const part = () => screen.getByLabelText('Let in somebody, by a part of the name')

test('somebody may be in by the list and let in as well', async () => {
    await show()
    const lines = screen.getAllByRole('listitem').map((line) => line.textContent)
    expect(lines[0]).toContain("by the registrar's list, OCEA 210-001")
    expect(lines[1]).toMatch(/let in by N. Abara, until Sat 1 May 2027/)
    expect(lines[2]).toContain('as soon as the shell stands')
})

test('nobody is said to be missing before the answer is there', async () => {
    let answer: (people: []) => void = () => {}
    found = () => new Promise((resolve) => (answer = resolve))
    await show()
    await userEvent.type(part(), 'wr')
    expect(screen.queryByText(/Nobody of the list/)).toBeNull()
    answer([])
    expect(await screen.findByText('Nobody of the list has that in the name.')).toBeDefined()
    await userEvent.type(part(), 'e')
    expect(screen.queryByText(/Nobody of the list/)).toBeNull()
})

test('an answer to what was typed before does not take the place of the last', async () => {
    const answers: Record<string, (name: string) => void> = {}
    found = (typed) =>
        new Promise((resolve) => {
            answers[typed] = (name) => resolve([{ user: name, name, email: '', teaches: true }])
        })
    await show()
    await userEvent.type(part(), 'wre')
    answers['wre']?.('Wren')
    await screen.findByRole('button', { name: 'Let Wren in' })
    answers['wr']?.('Wright')
    await new Promise((resolve) => setTimeout(resolve))
    expect(screen.queryByRole('button', { name: 'Let Wright in' })).toBeNull()
})

test('somebody is let in once, however often it is pressed', async () => {
    let done: (access: Api['Access']) => void = () => {}
    const waits = new Promise<Api['Access']>((resolve) => (done = resolve))
    let times = 0
    const usual = fetch
    vi.stubGlobal('fetch', async (path: string, init?: RequestInit) => {
        if (init?.method !== 'POST' || !path.endsWith('/people')) return usual(path, init)
        times++
        return new Response(JSON.stringify(await waits), { status: 200 })
    })
    await show()
    await userEvent.type(part(), 'wren')
    const button = await screen.findByRole('button', { name: 'Let A. Wren in' })
    await userEvent.click(button)
    await userEvent.click(button)
    done({ ...ACCESS, members: [...ACCESS.members, member('wren', 'LET_IN', { id: 6, name: 'A. Wren' })] })
    expect(await screen.findByText('A. Wren', { selector: 'b' })).toBeDefined()
    expect(times).toBe(1)
    expect((part() as HTMLInputElement).value).toBe('')
})

test('what is refused is told, and what was typed stays', async () => {
    letIn = () => refusal(422, 'A. Wren is in it already.')
    await show()
    await userEvent.type(part(), 'wren')
    await userEvent.click(await screen.findByRole('button', { name: 'Let A. Wren in' }))
    await waitFor(() => expect(screen.getByRole('alert').textContent).toBe('A. Wren is in it already.'))
    expect((part() as HTMLInputElement).value).toBe('wren')
})

test('whoever was let in can be let out, whoever the list brings cannot', async () => {
    await show()
    const [listed, mine] = screen.getAllByRole('listitem')
    expect(within(listed as HTMLElement).queryByRole('button')).toBeNull()
    access = { ...ACCESS, members: ACCESS.members.slice(0, 1) }
    await userEvent.click(within(mine as HTMLElement).getByRole('button', { name: /Let out/ }))
    await waitFor(() => expect(screen.getAllByRole('listitem')).toHaveLength(1))
    expect(sent).toEqual([
        expect.objectContaining({ method: 'DELETE', path: '/api/terms/27SP/shells/s%3A1/people/4' }),
    ])
})

test('a code is made where students may come in by one', async () => {
    await show()
    await userEvent.click(screen.getByRole('button', { name: 'Make a code' }))
    expect(await screen.findByText('tide-42')).toBeDefined()
    expect(sent[0]?.body).toEqual({ until: null })
})
