import { ADMINISTRATOR, AUDITOR } from '../frame/me.testing'
import { render, screen, waitFor } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import type { Api } from '../api/client'
import { campus } from '../frame/campus.svelte'
import { Availability, type Row } from './availability.svelte'
import Margin from './Margin.svelte'

const ROW: Row = {
    key: 's:1',
    lead: '1',
    name: 'LAW 591-001/004',
    title: 'Audit',
    department: 'Law',
    template: '',
    part: '',
    opens: '2026-12-28T08:00:00-04:00',
    closes: '2027-05-07T23:59:00-03:00',
    opensFrom: 'term.start - 7d 08:00, layer 1, Whole campus',
    closesFrom: 'term.end + 14d, layer 1, Whole campus',
    open: false,
    standing: true,
    students: 40,
    keptOut: 28,
    sections: [
        {
            id: '1',
            name: 'LAW 591-001',
            students: 12,
            leads: true,
            opens: '2026-12-28T08:00:00-04:00',
            closes: '2027-05-07T23:59:00-03:00',
            ownOpens: null,
            ownCloses: null,
            keptOut: false,
        },
        {
            id: '4',
            name: 'LAW 591-004',
            students: 28,
            leads: false,
            opens: '2027-01-04T08:00:00-04:00',
            closes: '2027-05-07T23:59:00-03:00',
            ownOpens: 'term.start 08:00',
            ownCloses: null,
            keptOut: true,
        },
    ],
}
const EFFECT = {
    shells: 1,
    standing: 1,
    fields: [],
    departments: [],
    snags: [{ snag: 'section-window-hides', stop: false, before: 1, after: 0 }],
    samples: [],
    edgeCases: [],
    named: [],
    blockers: [],
    matches: [],
}

let availability: Availability
let sent: Record<string, unknown>

const told = (element: HTMLElement) => element.textContent?.replace(/\s+/g, ' ')

beforeEach(() => {
    campus.me = ADMINISTRATOR
    sent = {}
    vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
        if (init.body) sent[path] = JSON.parse(String(init.body))
        const answer = path.endsWith('/moved')
            ? [{ section: '1', opens: 'term.start - 17d 08:00', closes: null }]
            : path.endsWith('/dates/effect')
              ? [{ ...ROW, opens: '2026-12-18T08:00:00-04:00', keptOut: 0 }]
              : path.endsWith('/effect')
                ? EFFECT
                : []
        return Promise.resolve(new Response(JSON.stringify(answer), { status: 200 }))
    })
    availability = new Availability('27SP')
    availability.all = [ROW]
    availability.frame = { versions: '1.2.3', version: 2, zone: 'America/Halifax' } as Api['DateFrame']
    availability.day = { day: '2026-12-30', within: 959, open: 2, students: 31, keptOut: 28 }
})
afterEach(() => vi.unstubAllGlobals())

const show = () =>
    render(Margin, {
        availability,
        row: ROW,
        targets: [ROW],
        chosenDay: '2026-12-30',
        setDay: vi.fn(),
        today: '2026-11-25',
    })

describe('the margin of the dates', () => {
    test('counts who can enter, and names the sections that are kept out', () => {
        show()
        expect(screen.getByText('959')).toBeTruthy()
        expect(told(screen.getAllByRole('note')[0] as HTMLElement)).toContain(
            'LAW 591-004 keeps out 28 students',
        )
        expect(screen.getByText('term.start - 7d 08:00, layer 1, Whole campus')).toBeTruthy()
    })
    test('says in the same breath that nobody opens it, and lets it open by itself', async () => {
        show()
        expect(told(screen.getAllByRole('note')[1] as HTMLElement)).toContain('nobody gets in')
        await userEvent.click(screen.getByRole('button', { name: 'open by itself' }))
        await waitFor(() => expect(availability.effect).not.toBeNull())
        expect(availability.items).toEqual([{ section: '1', opens: null, closes: null, open: 'yes' }])
    })
    test('moves by days and takes the sections along', async () => {
        show()
        const by = screen.getByLabelText('opens by days')
        await userEvent.type(by, '-10')
        await userEvent.tab()
        await waitFor(() => expect(availability.effect).not.toBeNull())
        expect(sent['/api/terms/27SP/dates/moved']).toMatchObject({
            sections: ['1'],
            opensBy: -10,
            closesBy: 0,
        })
        expect(availability.items).toEqual([
            { section: '4', opens: '', closes: null, open: null },
            { section: '1', opens: 'term.start - 17d 08:00', closes: null, open: null },
        ])
        expect(sent['/api/terms/27SP/effect']).toMatchObject({
            basedOn: 2,
            dates: { sections: availability.items },
        })
        expect(told(screen.getByText(/opens 10 days earlier/))).toContain('section window hides: 1 → 0.')
    })
    test('clears the dates of sections in one action', async () => {
        show()
        await userEvent.click(screen.getByRole('button', { name: 'Clear its dates' }))
        await waitFor(() => expect(availability.effect).not.toBeNull())
        expect(availability.items).toEqual([{ section: '4', opens: '', closes: '', open: null }])
    })
    test('keeps what was typed of one edge when the other is moved', async () => {
        await availability.set([ROW], 'closes', 'term.end')
        await availability.move([ROW], 'opens', -10)
        expect(availability.items).toContainEqual({
            section: '1',
            opens: 'term.start - 17d 08:00',
            closes: 'term.end',
            open: null,
        })
    })
    test('moves nothing for those who only read', () => {
        campus.me = AUDITOR
        show()
        expect(screen.queryByLabelText('opens by days')).toBeNull()
        expect(screen.queryByRole('button', { name: 'Clear its dates' })).toBeNull()
    })
})
