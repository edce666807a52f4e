import type { Row } from './table.svelte'

/** For tests: a suggestion of two sections of one course, which needs no second look. */
export function row(lead: string, more: Partial<Row> = {}): Row {
    return {
        id: '',
        tier: 'same-course',
        key: `s:${lead}`,
        lead,
        sections: [lead, `${lead}2`],
        label: `LAW ${lead}`,
        title: 'Audit',
        department: 'Law',
        instructors: ['Bo Quist'],
        students: 40,
        twice: 0,
        evidence: ['Bo Quist teaches all of them'],
        coursesDiffer: false,
        approved: false,
        reason: '',
        snags: [],
        stopped: false,
        ...more,
    }
}
