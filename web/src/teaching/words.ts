import type { Api } from '../api/client'
import { count, day, moment } from '../frame/words'

type Section = Api['TeachingSection']
type Shell = Api['TeachingShell']

/** `a`, `a and b`, `a, b and c`. */
export function list(parts: string[]): string {
    return parts.length < 2 ? (parts[0] ?? '') : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}`
}

/** How a shell stands, for somebody who does not know what a shell is made of. */
export function stands(shell: Shell | null): string {
    if (!shell) return 'gets no shell by the conventions of the campus'
    if (shell.stop) return `cannot be built: ${shell.stop}`
    switch (shell.state) {
        case 'NOT_BUILT':
            return `is not built yet${opening(shell)}`
        case 'OPEN':
            return `stands and is open, until ${moment(shell.closes)}`
        case 'LATER':
            return `stands and opens ${moment(shell.opens)}`
        case 'OVER':
            return `is over; students could enter until ${moment(shell.closes)}`
        case 'SHUT':
            return `stands${opening(shell)}`
        case 'CLOSED':
            return 'is closed and kept as it was'
    }
}

function opening(shell: Shell): string {
    if (shell.opens === '') return ''
    return shell.byHand
        ? `; you open it by hand, from ${moment(shell.opens)} on`
        : `; students can enter from ${moment(shell.opens)}`
}

/** The facts of a section in a line. */
export function facts(section: Section): string {
    return [
        count(section.students, 'student'),
        section.meets,
        section.room ? `in ${section.room}` : '',
        section.delivery,
        section.teachers.length > 0 ? `with ${list(section.teachers)}` : '',
    ]
        .filter(Boolean)
        .join(', ')
}

/** Which sections share its shell. */
export function together(shell: Shell | null): string {
    return shell && shell.with.length > 0 ? `One shell with ${list(shell.with)}.` : ''
}

/** Mail to whoever can put right what the list says, with the beginning written. */
export function mailTo(contact: Api['PeopleContact'], term: string, name: string): string {
    const subject = encodeURIComponent(`${term}: a section that is missing or wrong`)
    const body = encodeURIComponent(`Dear ${contact.name},\n\nmy section … of ${term} is …\n\n${name}`)
    return `mailto:${encodeURIComponent(contact.email)}?subject=${subject}&body=${body}`
}

/** From when a term can be asked for, where it cannot yet. */
export function notYet(asking: Api['RequestAsking'], term: string): string {
    if (asking.open) return ''
    return asking.opens
        ? `${term} can be asked for from ${day(asking.opens)} on.`
        : `Nobody has said yet from when ${term} can be asked for.`
}
