import { render, screen, waitFor, within } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest'
import type { Api } from '../api/client'
import { serverThat, type Sent } from '../api/server.testing'
import { campus } from '../frame/campus.svelte'
import { ADMINISTRATOR, AUDITOR } from '../frame/me.testing'
import { route } from '../frame/nav.svelte'
import { layOut } from '../parts/layout.testing'
import OwnSections from './OwnSections.svelte'

beforeAll(() => layOut(1200, 600))

function line(id: string, more: Partial<Api['OwnSectionLine']> = {}): Api['OwnSectionLine'] {
    return {
        id,
        kind: 'OWN',
        label: `CEED ${id}-001`,
        title: `Knots ${id}`,
        department: 'Continuing Education',
        days: '2027-02-01 to 2027-03-12',
        instructors: 'U. Berg',
        reference: '',
        listed: '',
        says: '',
        ...more,
    }
}

let view: Api['OwnSectionView']
let sent: Sent[]

beforeEach(() => {
    view = {
        list: 12,
        sections: [
            line('1'),
            line('2', { kind: 'MERGED', listed: 'CEED 102-001' }),
            line('3', { kind: 'CHANGED', says: 'room: Pier 4' }),
        ],
        offers: [],
        courses: [],
    }
    campus.me = ADMINISTRATOR
    campus.trouble = ''
    route.term = '27SP'
    route.params = {}
    history.replaceState(null, '', '/27SP/arrivals?view=own')
    sent = serverThat((method, path, body) => {
        if (method === 'POST') {
            const taken = body.sections as string[]
            view = { ...view, sections: view.sections.filter((one) => !taken.includes(one.id)) }
            return view
        }
        return path === '/api/terms/27SP/own-sections' ? view : undefined
    })
})
afterEach(() => vi.unstubAllGlobals())

async function show() {
    render(OwnSections)
    await screen.findByRole('grid')
}

const box = (id: string) => screen.getByRole('checkbox', { name: `Mark CEED ${id}-001` })
const margin = () => within(screen.getByRole('complementary'))

describe('sections of our own', () => {
    test('say what they are and what a sheet said', async () => {
        await show()
        expect(screen.getByRole('row', { name: /CEED 1-001/ }).textContent).toContain('+ our own')
        expect(screen.getByRole('row', { name: /CEED 2-001/ }).textContent).toContain('with CEED 102-001')
        expect(screen.getByRole('row', { name: /CEED 3-001/ }).textContent).toContain('room: Pier 4')
    })

    test('what has no room in the line stands whole in the margin', async () => {
        const long = 'room: Pier 4; '.repeat(20).trim()
        view.sections = [line('3', { kind: 'CHANGED', says: long })]
        await show()
        await userEvent.click(screen.getByText('CEED 3-001'))
        expect(margin().getByRole('heading', { name: 'CEED 3-001' })).toBeDefined()
        expect(margin().getByText(long)).toBeDefined()
    })

    test('those that are marked are taken out with the reason, once that is confirmed', async () => {
        await show()
        await userEvent.click(box('1'))
        await userEvent.click(box('3'))
        await userEvent.type(screen.getByLabelText('Why'), 'not this term')
        HTMLDialogElement.prototype.showModal = vi.fn()
        await userEvent.click(screen.getByRole('button', { name: 'Take out 2 sections' }))
        expect(sent).toEqual([])
        const [, sure] = screen.getAllByRole('button', { name: 'Take out 2 sections', hidden: true })
        await userEvent.click(sure as HTMLElement)
        await waitFor(() => expect(screen.queryByText('CEED 1-001')).toBeNull())
        expect(sent).toEqual([
            {
                method: 'POST',
                path: '/api/terms/27SP/own-sections/take-out',
                body: { sections: ['1', '3'], list: 12, reason: 'not this term' },
            },
        ])
        expect(margin().getByRole('heading', { name: 'Nothing is marked' })).toBeDefined()
    })

    test('those that are merged can be parted; others are not asked about', async () => {
        await show()
        await userEvent.click(box('1'))
        expect(screen.queryByRole('button', { name: /^Part/ })).toBeNull()
        await userEvent.click(box('2'))
        await userEvent.click(screen.getByRole('button', { name: 'Part 1 section again' }))
        await waitFor(() => expect(sent).toHaveLength(1))
        expect(sent[0]?.path).toBe('/api/terms/27SP/own-sections/part')
        expect(sent[0]?.body.sections).toEqual(['2'])
    })

    test('what the registrar lists by now is said, marked at once and merged', async () => {
        view.offers = [{ own: '1', listed: 'cl-1', label: 'CEED 901-001', because: 'same number' }]
        await show()
        expect(screen.getByRole('row', { name: /CEED 1-001/ }).textContent).toContain(
            '▲ the registrar lists CEED 901-001 by now: same number',
        )
        await userEvent.click(screen.getByRole('button', { name: 'Mark them' }))
        await userEvent.click(screen.getByRole('button', { name: /^Merge 1 section/ }))
        await waitFor(() => expect(sent[0]?.path).toBe('/api/terms/27SP/own-sections/merge'))
        expect(sent[0]?.body.sections).toEqual(['1'])
    })

    test('whoever may not change lists marks nothing', async () => {
        campus.me = AUDITOR
        await show()
        expect(screen.queryByRole('checkbox')).toBeNull()
        expect(screen.queryByRole('button', { name: /^Take out/ })).toBeNull()
    })

    test('courses without an offering stand below', async () => {
        view.courses = [{ id: 'c1', code: 'CEED 302', title: 'Ropes', department: 'Training' }]
        await show()
        const courses = within(screen.getByRole('region', { name: 'Courses without an offering' }))
        expect(courses.getByText('CEED 302')).toBeDefined()
    })

    test('those with all words that are looked for are left, and can be taken out alone', async () => {
        view.sections.push(line('4', { instructors: 'O. Lind', title: 'Splices' }))
        await show()
        await userEvent.type(screen.getByLabelText('Find'), 'lind SPLICES')
        await waitFor(() => expect(screen.queryByText('CEED 1-001')).toBeNull())
        expect(screen.getByText('CEED 4-001')).toBeDefined()
        screen.getByRole('grid').focus()
        await userEvent.keyboard('a')
        expect(margin().getByRole('heading', { name: '1 section marked' })).toBeDefined()
    })

    test('thousands are drawn only where they are seen, and all of them can be marked', async () => {
        view.sections = Array.from({ length: 4_000 }, (_, i) => line(String(i)))
        await show()
        expect(screen.getAllByRole('checkbox').length).toBeLessThan(100)
        screen.getByRole('grid').focus()
        await userEvent.keyboard('a')
        expect(margin().getByRole('heading', { name: '4,000 sections marked' })).toBeDefined()
    })
})
