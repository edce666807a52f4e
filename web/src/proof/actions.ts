import { count, number } from '../frame/words'

/** How each action of the proof is shown: a mark with a shape, a word and a color; and whether a build carries it out. */
export const ACTIONS = {
    build: { mark: '+', class: 'chalk', carriedOut: true },
    change: { mark: '≠', class: '', carriedOut: true },
    keep: { mark: '=', class: 'soft', carriedOut: false },
    close: { mark: '×', class: '', carriedOut: true },
    stop: { mark: '■', class: 'brick', carriedOut: false },
} as const

export type Action = keyof typeof ACTIONS

/** Whether a build has something to do for a row. */
export function isCarriedOut(row: { action: string }): boolean {
    return ACTIONS[row.action as Action]?.carriedOut ?? false
}

/** How many shells a build makes, changes and closes; of the closed ones, how many are open or have student work. */
export interface Work {
    build: number
    change: number
    close: number
    closesOpen: number
    closesWithWork: number
}

export function workOf(rows: { action: string; open: boolean; work: boolean }[]): Work {
    const of = (action: string) => rows.filter((row) => row.action === action)
    const closed = of('close')
    return {
        build: of('build').length,
        change: of('change').length,
        close: closed.length,
        closesOpen: closed.filter((row) => row.open).length,
        closesWithWork: closed.filter((row) => row.work).length,
    }
}

/** What a button that starts it says: `Build 12, change 30, close 958`. */
export function says(work: Work): string {
    const parts = [
        work.build ? `build ${number(work.build)}` : '',
        work.change ? `change ${number(work.change)}` : '',
        work.close ? `close ${number(work.close)}` : '',
    ].filter(Boolean)
    const text = parts.join(', ')
    return text === '' ? '' : text.charAt(0).toUpperCase() + text.slice(1)
}

/** So many shells that stand are changed at once that it is asked before. */
export const MANY_CHANGES = 50

/** What is asked before it is started, in a sentence with numbers; empty where nothing harms. */
export function question(work: Work): string {
    if (work.close > 0) {
        const which = [
            work.closesOpen ? `${number(work.closesOpen)} of them open to students now` : '',
            work.closesWithWork ? `${number(work.closesWithWork)} with student work` : '',
        ].filter(Boolean)
        return `This closes ${count(work.close, 'shell')}${which.length ? ', ' + which.join(', ') : ''}.`
    }
    return work.change >= MANY_CHANGES ? `This changes ${count(work.change, 'shell')} that stand.` : ''
}
