import { describe, expect, test } from 'vitest'
import type { Api } from '../api/client'
import { facts, list, mailTo, notYet, stands, together } from './words'

const SHELL: Api['TeachingShell'] = {
    key: 's:1',
    code: '27sp-ocea-210-001',
    title: 'Tides',
    category: 'Sea',
    state: 'NOT_BUILT',
    opens: '2026-12-28T08:00:00-04:00',
    closes: '2027-05-07T23:59:00-03:00',
    byHand: true,
    work: false,
    students: 12,
    with: [],
    from: 'none',
    stop: '',
}

describe('how a shell stands', () => {
    test('each state in a sentence, with the moment that matters', () => {
        expect(stands(null)).toBe('gets no shell by the conventions of the campus')
        expect(stands(SHELL)).toBe('is not built yet; you open it by hand, from Mon 28 Dec 2026 08:00 on')
        expect(stands({ ...SHELL, byHand: false })).toBe(
            'is not built yet; students can enter from Mon 28 Dec 2026 08:00',
        )
        expect(stands({ ...SHELL, state: 'OPEN' })).toBe('stands and is open, until Fri 7 May 2027 23:59')
        expect(stands({ ...SHELL, state: 'LATER' })).toBe('stands and opens Mon 28 Dec 2026 08:00')
        expect(stands({ ...SHELL, state: 'CLOSED' })).toBe('is closed and kept as it was')
    })

    test('what keeps it from being built comes first', () => {
        expect(stands({ ...SHELL, stop: 'The code comes out empty.' })).toBe(
            'cannot be built: The code comes out empty.',
        )
    })

    test('what shares it is named', () => {
        expect(together(SHELL)).toBe('')
        expect(together({ ...SHELL, with: ['OCEA 210-002', 'OCEA 210-003'] })).toBe(
            'One shell with OCEA 210-002 and OCEA 210-003.',
        )
    })
})

test('the facts of a section leave out what nobody knows', () => {
    const section: Api['TeachingSection'] = {
        id: '1',
        label: 'OCEA 210-001',
        course: 'c',
        courseTitle: 'Tides',
        department: 'Oceanography',
        students: 1,
        meets: '',
        room: 'Quay 2',
        delivery: '',
        teachers: ['A. Lind', 'B. Vale'],
        together: [],
        shell: null,
    }
    expect(facts(section)).toBe('1 student, in Quay 2, with A. Lind and B. Vale')
    expect(list(['a', 'b', 'c'])).toBe('a, b and c')
})

test('a mail is begun, and nothing in it breaks out of its address', () => {
    const address = mailTo(
        { login: 's', name: 'I. Sorley', email: 'a?b&c@skerrow.example' },
        'Spring 2027',
        'Me & You',
    )
    expect(address).toMatch(/^mailto:a%3Fb%26c%40skerrow\.example\?subject=/)
    expect(new URL(address).searchParams.get('body')).toContain('Me & You')
})

test('when a term can be asked for', () => {
    const asking: Api['RequestAsking'] = { term: '27SP', opens: null, open: false, byRule: [] }
    expect(notYet(asking, 'Spring 2027')).toBe('Nobody has said yet from when Spring 2027 can be asked for.')
    expect(notYet({ ...asking, opens: '2026-10-01' }, 'Spring 2027')).toBe(
        'Spring 2027 can be asked for from Thu 1 Oct 2026 on.',
    )
    expect(notYet({ ...asking, opens: '2026-10-01', open: true }, 'Spring 2027')).toBe('')
})
