import type { Api } from '../api/client'
import type { Right } from './campus.svelte'

const READS: Right[] = [
    'READ_LISTS',
    'READ_CONVENTIONS',
    'READ_PROOF',
    'READ_BUILDS',
    'READ_TEMPLATES',
    'READ_UPKEEP',
    'READ_EXPORTS',
]
const CHANGES: Right[] = [
    'CHANGE_LISTS',
    'CHANGE_CONVENTIONS',
    'BUILD',
    'EXPORT',
    'CHANGE_TEMPLATES',
    'CHANGE_UPKEEP',
    'CHANGE_CAMPUS',
    'MANAGE_PEOPLE',
]

function me(login: string, name: string, roles: Api['PeopleMe']['roles'], rights: Right[]): Api['PeopleMe'] {
    return {
        login,
        name,
        roles,
        rights,
        wide: rights,
        departments: [],
        listed: false,
        ownPassword: true,
        mustChange: false,
    }
}

/** Somebody who may do what the screens of the line have. */
export const ADMINISTRATOR = me('abara', 'N. Abara', ['ADMINISTRATOR'], [...READS, ...CHANGES])

/** Somebody who only reads. */
export const AUDITOR = me('quill', 'Q.', ['AUDITOR'], READS)
