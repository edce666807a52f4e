import { describe, expect, it } from 'vitest'
import { finds, grouped } from './lines'

const ROWS = [
    { id: 'a', kind: 'x' },
    { id: 'b', kind: 'y' },
    { id: 'c', kind: 'x' },
]

describe('lines of a grid', () => {
    it('stand under the headings of their groups, without empty ones', () => {
        const groups = ['y', 'z', 'x'].map((kind) => ({
            name: kind,
            says: (own: typeof ROWS) => String(own.length),
            has: (row: (typeof ROWS)[number]) => row.kind === kind,
        }))
        expect(
            grouped(ROWS, groups).map((line) =>
                line.kind === 'group' ? `${line.name} ${line.says}` : line.row.id,
            ),
        ).toEqual(['y 1', 'b', 'x 2', 'a', 'c'])
    })

    it('are found by all words of a search, in any order and case', () => {
        expect(finds('TIDES ocea', 'OCEA 210', 'On Tides')).toBe(true)
        expect(finds('ocea ice', 'OCEA 210', 'On Tides')).toBe(false)
        expect(finds('', 'anything')).toBe(true)
    })
})
