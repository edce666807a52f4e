import type { Api } from '../api/client'
import { count, number } from '../frame/words'

/** What came of files that were written, in a sentence. */
export function says(one: Api['ExportOne']): string {
    if (one.state === 'WRITING') return 'being written …'
    if (one.state === 'FAILED') return one.reason
    if (one.state === 'OUTDATED') return 'its rows are no longer kept'
    if (one.form !== 'PROFILE')
        return one.state === 'PASSED'
            ? 'a bundle that went through'
            : 'a bundle; nobody said yet whether it went through'
    const { WAITING = 0, PASSED = 0, FAILED = 0, LEFT_OUT = 0 } = one.counts
    const rows = WAITING + PASSED + FAILED
    if (rows === 0 && LEFT_OUT === 0) return one.differences ? 'nothing was different' : 'no rows'
    const statuses = ['NEW', 'CHANGED', 'GONE']
        .filter((status) => one.statuses[status])
        .map((status) => `${number(one.statuses[status] ?? 0)} ${status.toLowerCase()}`)
    const what =
        count(rows, 'row') + (one.differences && statuses.length > 0 ? ` (${statuses.join(', ')})` : '')
    const came = [
        PASSED ? `${number(PASSED)} went through` : '',
        FAILED ? `${number(FAILED)} failed` : '',
        WAITING ? `${number(WAITING)} ${WAITING === 1 ? 'waits' : 'wait'} for word` : '',
    ].filter(Boolean)
    const left = LEFT_OUT ? `; ${number(LEFT_OUT)} left out` : ''
    return `${what}${came.length > 0 ? `: ${came.join(', ')}` : ''}${left}`
}

/** What came of a sheet that was brought back, in a sentence. */
export function cameBack(came: Api['ExportCame']): string {
    if (came.state === 'READING') return 'being read …'
    if (came.state === 'FAILED') return came.reason
    const unknown =
        came.unknownCount > 0
            ? ` ${count(came.unknownCount, 'line')} ${came.unknownCount === 1 ? 'means' : 'mean'} no row of it: ` +
              came.unknown.map(unknownLine).join(', ') +
              (came.unknownCount > came.unknown.length ? ' …' : '') +
              '.'
            : ''
    const back =
        came.back > 0
            ? ` ${count(came.back, 'shell')} ${came.back === 1 ? 'is' : 'are'} taken not to stand as told; the proof wants ${came.back === 1 ? 'it' : 'them'} again.`
            : ''
    return `${number(came.passed)} went through, ${number(came.failed)} failed.${back}${unknown}`
}

function unknownLine({ line, words }: Api['ExportUnknownLine']): string {
    return `line ${line}${words.trim() ? ` (${words.trim()})` : ''}`
}
