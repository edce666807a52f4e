import type { Api } from '../api/client'
import { count, instant, number } from '../frame/words'

type Build = Api['Build']

const UNDER_WAY = ['PLANNING', 'RUNNING', 'WAITING', 'PAUSED', 'ENDING']

/** Whether a build has begun and not ended. */
export function isUnderWay(state: string | null | undefined): boolean {
    return UNDER_WAY.includes(state ?? '')
}

/** Shells of which nothing is settled yet. */
export function toCome(build: Build): number {
    return Math.max(0, build.shells - build.done - build.failed)
}

/** What becomes of shells outside the proof: while it goes on, and once it is done. */
const AWAY: Record<string, readonly [string, string]> = {
    ARCHIVE: ['Archiving', 'archived'],
    RETURN: ['Taking out of the archive', 'taken out of the archive'],
    DELETE: ['Deleting', 'deleted for good'],
    FILL_AGAIN: ['Taking edits of a master into', 'filled once more'],
}

/** What a build does or did, in a line. */
export function headline(build: Build, zone: string): string {
    const back = build.kind === 'TAKE_BACK'
    const shells = count(build.shells, 'shell')
    const away = AWAY[build.kind]
    switch (build.state) {
        case 'PLANNED':
            return `Begins ${build.startsAt ? instant(build.startsAt, zone) : 'later'}`
        case 'PLANNING':
            return back ? `Planning how build ${build.others.undoes} is taken back` : 'Planning the steps'
        case 'RUNNING':
            return back
                ? `Taking build ${build.others.undoes} back: ${shells}`
                : `${away?.[0] ?? 'Building'} ${shells}`
        case 'WAITING':
            return 'The LMS does not answer; the build waits'
        case 'PAUSED':
            return paused(build)
        case 'ENDING':
            return 'Ending: what is in flight is waited for'
    }
    if (build.shells === 0 && build.reason) return build.reason
    if (away)
        return [
            `${build.done === build.shells ? '' : `${number(build.done)} of `}${shells} ${away[1]}`,
            ended(build),
        ]
            .filter(Boolean)
            .join(', ')
    return back ? takenBack(build) : stands(build)
}

function paused(build: Build): string {
    const left = number(toCome(build))
    if (build.pausedBy === 'look') {
        return `${count(build.shells, 'shell')} can be taken back${build.kept.length ? '; what stays is on the right' : ''}`
    }
    if (build.pausedBy === 'trial') {
        return `${count(build.done + build.failed, 'shell')} tried first; look at them, ${left} to come`
    }
    return `Paused by ${build.pausedBy ?? 'somebody'}, ${left} to come`
}

function takenBack(build: Build): string {
    const parts = [
        build.done === build.shells
            ? `${count(build.shells, 'shell')} taken back`
            : `${number(build.done)} of ${count(build.shells, 'shell')} taken back`,
        ended(build),
    ]
    return parts.filter(Boolean).join(', ')
}

/** What was closed does not stand as planned; it has no department any more. */
function stands(build: Build): string {
    const closed = build.departments.find((one) => one.name === '')
    const closing = closed?.shells ?? 0
    const parts = [
        standing(build.done - (closed?.done ?? 0), build.shells - closing),
        closing === 0
            ? ''
            : closed?.done === closing
              ? `${count(closing, 'shell')} closed`
              : `${number(closed?.done ?? 0)} of ${count(closing, 'shell')} closed`,
        ended(build),
    ].filter(Boolean)
    return parts.join(', ') || 'Nothing was left to do'
}

function ended(build: Build): string {
    return toCome(build) > 0 ? 'ended early' : ''
}

function standing(done: number, of: number): string {
    if (of === 0) return ''
    if (done < of) return `${count(done, 'shell')} of ${number(of)} stand as planned`
    return `${count(of, 'shell')} ${of === 1 ? 'stands' : 'stand'} as planned`
}

/** How long something takes, roughly: `40 s`, `3 min`. */
export function lasts(seconds: number): string {
    return seconds < 90 ? `${Math.max(1, Math.round(seconds))} s` : `${Math.round(seconds / 60)} min`
}
