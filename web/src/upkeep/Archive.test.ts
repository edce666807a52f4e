import { render, screen, waitFor, within } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest'
import type { Api } from '../api/client'
import { serverThat, type Sent } from '../api/server.testing'
import { campus } from '../frame/campus.svelte'
import { AUDITOR } from '../frame/me.testing'
import { route } from '../frame/nav.svelte'
import { standAt } from '../frame/place.testing'
import Archive from './Archive.svelte'

beforeAll(() => {
    HTMLDialogElement.prototype.showModal = function () {
        this.open = true
    }
})

type Term = Api['LifeTerm']

function term(code: string, more: Partial<Term> = {}): Term {
    return {
        term: code,
        name: `Term ${code}`,
        lastDay: '2026-05-30',
        standing: 0,
        open: 0,
        archived: 0,
        due: '2026-08-28',
        isDue: true,
        pastKeeping: false,
        returned: false,
        ...more,
    }
}

let terms: Term[]
let rule: Api['LifeRule']
let sent: Sent[]

beforeEach(() => {
    terms = [
        term('26SP', { standing: 1200, open: 30 }),
        term('25FA', { standing: 2, archived: 900, returned: true }),
        term('23SP', { archived: 800, pastKeeping: true }),
        term('26FA', { standing: 5, due: '2027-03-20', isDue: false }),
    ]
    rule = { afterDays: 90, keepTerms: 6, byItself: false }
    standAt('/27SP/upkeep?view=archive')
    sent = serverThat((method, path, body) => {
        if (path === '/api/upkeep/archive/rule') {
            rule = body as unknown as Api['LifeRule']
            return { rule, today: '2027-01-05', terms }
        }
        if (path === '/api/upkeep/archive') return { rule, today: '2027-01-05', terms }
        return method === 'POST' && path.endsWith('/upkeep/archive') ? { build: 44 } : undefined
    })
})
afterEach(() => vi.unstubAllGlobals())

async function show() {
    render(Archive)
    await screen.findByText('Term 26SP')
}

const row = (name: string) => within(screen.getByRole('row', { name: new RegExp(`Term ${name}`) }))
const buttons = (name: string) =>
    row(name)
        .queryAllByRole('button')
        .map((one) => one.textContent.trim())

describe('shells of terms that are over', () => {
    test('say what is due, and offer only what can be done', async () => {
        await show()
        expect(screen.getByRole('heading', { level: 1 }).textContent).toContain(
            '4 terms over, 1,207 of their shells',
        )
        expect(row('26SP').getByText(/due since/)).toBeDefined()
        expect(buttons('26SP')).toEqual(['Archive 1,200'])
        expect(row('25FA').getByText('taken out by a person, left alone')).toBeDefined()
        expect(buttons('25FA')).toEqual(['Archive 2', 'Take out of the archive 900'])
        expect(row('23SP').getByText(/kept long enough/)).toBeDefined()
        expect(buttons('23SP')).toEqual(['Take out of the archive 800', 'Delete for good 800'])
        expect(row('26FA').getByText(/^from .* on$/)).toBeDefined()
        const due = screen.getByText(/Due:/).textContent
        expect(due).toContain('1,200 shells of Term 26SP')
        expect(due).not.toContain('25FA')
    })

    test('are archived once it is agreed to, with the number that was seen', async () => {
        await show()
        await userEvent.click(row('26SP').getByRole('button'))
        const box = within(screen.getByRole('dialog'))
        expect(box.getByText('Archive 1,200 shells of Term 26SP, 30 of them open to students?')).toBeDefined()
        expect(sent).toHaveLength(0)
        await userEvent.click(box.getByRole('button', { name: 'Archive 1,200' }))
        await waitFor(() => expect(sent).toHaveLength(1))
        expect(sent[0]).toEqual({
            method: 'POST',
            path: '/api/terms/26SP/upkeep/archive',
            body: { away: 'ARCHIVE', shells: 1200 },
        })
        await waitFor(() => expect(route.station).toBe('build'))
        expect(route.term).toBe('26SP')
        expect(route.params.id).toBe('44')
    })

    test('that would be gone for good say so', async () => {
        await show()
        await userEvent.click(row('23SP').getByRole('button', { name: /Delete/ }))
        const box = within(screen.getByRole('dialog'))
        expect(box.getByText(/content, student work and grades\. Nothing brings it back/)).toBeDefined()
        expect(box.getByRole('button', { name: 'Delete for good 800' })).toBeDefined()
    })

    test('are only looked at by whoever may not change them', async () => {
        campus.me = AUDITOR
        await show()
        expect(buttons('26SP')).toEqual([])
        expect(screen.getByLabelText<HTMLInputElement>(/days after/).disabled).toBe(true)
    })
})

describe('the rule', () => {
    const days = () => screen.getByLabelText<HTMLInputElement>(/days after/)

    test('is kept as it is said', async () => {
        await show()
        expect(screen.queryByRole('button', { name: 'Keep the rule' })).toBeNull()
        await userEvent.clear(days())
        await userEvent.type(days(), '120')
        await userEvent.click(screen.getByRole('checkbox', { name: /by itself/ }))
        await userEvent.click(screen.getByRole('button', { name: 'Keep the rule' }))
        await screen.findByText('The rule is kept.')
        expect(sent[0]?.body).toEqual({ afterDays: 120, keepTerms: 6, byItself: true })
        expect(screen.queryByRole('button', { name: 'Keep the rule' })).toBeNull()
    })

    test.each(['', '-1', '4000', '1.5'])('is not kept with %j days', async (said) => {
        await show()
        await userEvent.clear(days())
        if (said) await userEvent.type(days(), said)
        const keep = screen.getByRole<HTMLButtonElement>('button', { name: 'Keep the rule' })
        expect(keep.disabled).toBe(true)
        expect(screen.getByText(/Days are from 0 to 3,650/)).toBeDefined()
    })
})
