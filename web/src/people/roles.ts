import type { Api } from '../api/client'

export type Role = Api['PeoplePerson']['roles'][number]

/** What people are to the campus, and what each lets them do, in a few words. */
export const ROLES: { key: Role; name: string; plural: string; does: string }[] = [
    {
        key: 'ADMINISTRATOR',
        name: 'administrator',
        plural: 'administrators',
        does: 'runs Chalk Line for the campus',
    },
    { key: 'SCHEDULER', name: 'scheduler', plural: 'schedulers', does: 'plans and builds some departments' },
    { key: 'DESIGNER', name: 'designer', plural: 'designers', does: 'makes templates and masters' },
    { key: 'INSTRUCTOR', name: 'instructor', plural: 'instructors', does: 'asks for what is their own' },
    { key: 'AUDITOR', name: 'auditor', plural: 'auditors', does: 'reads everything' },
]
