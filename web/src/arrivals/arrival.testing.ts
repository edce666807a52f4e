import type { Api } from '../api/client'

export type Arrival = Api['ArrivalView']

/** For tests: a list that came in. */
export function arrival(id: number, state: Arrival['state'], more: Partial<Arrival> = {}): Arrival {
    return {
        id,
        way: 'FETCHED',
        source: 'registrar',
        fileName: `list-${id}.zip`,
        state,
        inUse: false,
        receivedAt: '2026-12-07T08:00:00Z',
        readAt: '2026-12-07T08:00:10Z',
        receivedBy: 'N. Abara',
        sections: 1300,
        courses: 400,
        people: 9000,
        enrollments: 30000,
        faultCount: 0,
        faults: [],
        trips: [],
        oddities: [],
        decidedBy: null,
        decidedAt: null,
        reason: '',
        leftOut: [],
        sameAs: null,
        ...more,
    }
}
