import type { Api } from '../api/client'

export type State = Api['RequestRow']['state']

/** How a request stands, for who looks at it; each with a mark that is no colour. */
export const STATES: Record<
    State,
    { mark: string; says: string; tone: '' | 'ochre' | 'brick' | 'moss' | 'chalk' }
> = {
    ASKED: { mark: '○', says: 'waits for a decision', tone: 'ochre' },
    BACK: { mark: '?', says: 'waits for an answer', tone: 'ochre' },
    APPROVED: { mark: '◔', says: 'approved, to be built', tone: 'chalk' },
    BUILDING: { mark: '◑', says: 'being built', tone: 'chalk' },
    STANDS: { mark: '●', says: 'stands', tone: 'moss' },
    FAILED: { mark: '▲', says: 'did not work', tone: 'brick' },
    DECLINED: { mark: '■', says: 'declined', tone: 'brick' },
    WITHDRAWN: { mark: '–', says: 'taken back', tone: '' },
}

/** Those of which something is still to come. */
export const OPEN: State[] = ['ASKED', 'BACK', 'APPROVED', 'BUILDING']

/** Who decided, for people to read. */
export function decided(row: Api['RequestRow']): string {
    return row.decidedBy === null ? '' : row.decidedBy === 'rule' ? 'by rule' : `by ${row.decidedBy}`
}

/** What each kind is called where it is chosen. */
export const KINDS: Record<Api['RequestRow']['kind'], string> = {
    SHELL: 'a shell built now',
    TOGETHER: 'one shell for several sections',
    APART: 'a section out of a shared shell',
    START: 'what a shell starts from',
    TITLE: 'another title',
    WINDOW: 'when students can enter',
    MASTER: 'a shell for developing in',
    TAKE_OVER: 'a section that nobody teaches',
}
