import { render, screen } from '@testing-library/svelte'
import { afterEach, expect, test, vi } from 'vitest'
import Roster from './Roster.svelte'

afterEach(() => vi.unstubAllGlobals())

function answer(body: unknown, status = 200) {
    const asked: string[] = []
    vi.stubGlobal('fetch', (path: string) => {
        asked.push(path)
        return Promise.resolve(new Response(JSON.stringify(body), { status }))
    })
    return asked
}

const student = (name: string) => ({ name, role: 'student', section: 'OCEA 210-001' })

test('names who comes and who leaves, with the section', async () => {
    const asked = answer({
        come: [student('Ada Lorne'), { ...student('Finn Marsh'), role: 'instructor' }],
        leave: [student('Bo Quist')],
    })
    render(Roster, { versions: '1.2.3', shell: 's:a' })
    const list = await screen.findByLabelText('People')
    const items = screen.getAllByRole('listitem').map((one) => one.textContent.replace(/\s+/g, ' ').trim())
    expect(items).toEqual([
        'Ada Lorne OCEA 210-001',
        'Finn Marsh OCEA 210-001, instructor',
        'Bo Quist OCEA 210-001',
    ])
    expect(list.textContent).toContain('2 come')
    expect(list.textContent).toContain('1 leaves')
    expect(asked).toEqual(['/api/terms/-/proof/roster?versions=1.2.3&key=s%3Aa'])
})

test('a long list is cut and says how many more', async () => {
    answer({ come: Array.from({ length: 15 }, (_, i) => student(`Student ${i}`)), leave: [] })
    render(Roster, { versions: '1.2.3', shell: 's:a' })
    const list = await screen.findByLabelText('People')
    expect(list.textContent).toContain('15 come')
    expect(list.textContent).toContain('and 3 others')
    expect(list.textContent).not.toContain('leave')
})

test('an LMS that does not answer is said in words', async () => {
    answer({ detail: 'The LMS does not answer. Nothing was changed; try again in a moment.' }, 503)
    render(Roster, { versions: '1.2.3', shell: 's:a' })
    expect((await screen.findByRole('alert')).textContent).toContain('The LMS does not answer.')
})
