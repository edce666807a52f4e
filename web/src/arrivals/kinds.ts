import type { Api } from '../api/client'
import { number } from '../frame/words'

/** What can go through by itself, in words. */
export const KINDS = [
    { kind: 'ADDS', says: 'students who add' },
    { kind: 'DROPS', says: 'students who drop' },
    { kind: 'INSTRUCTORS', says: 'instructors' },
    { kind: 'NEW_SECTIONS', says: 'new sections' },
    { kind: 'DATES', says: 'dates' },
    { kind: 'NAMES', says: 'names, categories and settings' },
] as const

/** What shells wait for, the most of them first; those to be closed are among the others. */
export function waitsFor(outcome: Api['NightOutcome']): string {
    return [...outcome.reasons]
        .sort((a, b) => b.shells - a.shells)
        .map(({ kind, shells }) => {
            const says = KINDS.find((k) => k.kind === kind)?.says ?? other(outcome.closes)
            return `${number(shells)} for ${says}`
        })
        .join(', ')
}

function other(closes: number): string {
    return closes > 0
        ? `what only a person does, ${number(closes)} of them to be closed`
        : 'what only a person does'
}
