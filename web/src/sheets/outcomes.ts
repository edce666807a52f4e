import type { Api } from '../api/client'
import { count } from '../frame/words'
import type { Row } from './sheet.svelte'

/** How each kind of row is marked: a sign and a word besides the colour. */
export const OUTCOMES = {
    NEW: { mark: '+', says: 'new', class: 'moss' },
    THERE: { mark: '=', says: 'there already', class: 'soft' },
    OTHERWISE: { mark: '≠', says: 'there, but otherwise', class: 'ochre' },
    WRONG: { mark: '■', says: 'wrong', class: 'brick' },
    COURSE_ONLY: { mark: '·', says: 'no offering', class: 'soft' },
} as const

export type Outcome = keyof typeof OUTCOMES

export const ORDER: Outcome[] = ['NEW', 'THERE', 'OTHERWISE', 'WRONG', 'COURSE_ONLY']

/** How the shell of a kept row stands. */
export const STANDINGS = {
    STANDS: { mark: '✓', says: 'stands', class: 'moss' },
    TO_CHANGE: { mark: '≠', says: 'to change', class: 'ochre' },
    TO_BUILD: { mark: '+', says: 'to build', class: 'chalk' },
    FAILED: { mark: '■', says: 'failed', class: 'brick' },
    STOPPED: { mark: '■', says: 'stopped', class: 'brick' },
    NONE: { mark: '·', says: 'no shell', class: 'soft' },
} as const

export type Standing = keyof typeof STANDINGS

/** What is to be said of a row in a few words: what is wrong first, then what differs, then what was guessed. */
export function inShort(row: Row): string {
    const wrong = row.remarks.filter((one) => one.weight === 'WRONG').map((one) => one.says)
    if (wrong.length > 0) return wrong.join('; ')
    if (row.differs.length > 0)
        return row.differs.map((one) => `${one.what}: ${one.before || 'nothing'} → ${one.after}`).join('; ')
    const earlier = row.earlier[0]
    if (earlier) return `stood in ${earlier.term} as ${earlier.label}`
    if (row.outcome === 'THERE') return 'nothing differs'
    const [first, ...more] = row.remarks.map((one) => one.says)
    return first ? first + (more.length > 0 ? `, and ${count(more.length, 'more note')}` : '') : ''
}

/** What the one button says: how many rows become sections, change some or are courses alone. */
export function keeps(taken: Row[]): string {
    const fresh = taken.filter((row) => row.outcome === 'NEW').length
    const courses = taken.filter((row) => row.outcome === 'COURSE_ONLY').length
    const changed = taken.length - fresh - courses
    const parts = [
        fresh > 0 ? count(fresh, 'new section') : '',
        changed > 0 ? `${count(changed, 'change')} of standing ones` : '',
        courses > 0 ? count(courses, 'course') : '',
    ].filter(Boolean)
    return parts.length === 0 ? 'Nothing to keep' : `Keep ${parts.join(' and ')}`
}

/** Rows of which something was kept, and whose shells a build would make or change. */
export function toBuild(rows: Api['SheetResult'][]): Api['SheetResult'][] {
    return rows.filter((one) => one.row.kept && ['TO_BUILD', 'TO_CHANGE', 'FAILED'].includes(one.standing))
}
