import { describe, expect, test } from 'vitest'
import { withMore } from './ordered'

describe('withMore', () => {
    test('puts codes in natural order, however they come', () => {
        const codes = ['c-10', 'c-9', 'a', 'c-9b', 'd', 'c-100', 'b', 'c-9']
        for (let cut = 0; cut <= codes.length; cut++) {
            const page = (some: string[]) => some.map((code, i) => ({ code, key: `${code} ${i} ${cut}` }))
            const by = (row: { code: string }) => row.code
            const all = withMore(withMore([], page(codes.slice(0, cut)), by), page(codes.slice(cut)), by)
            expect(all.map(by)).toEqual(['a', 'b', 'c-9', 'c-9', 'c-9b', 'c-10', 'c-100', 'd'])
        }
    })
})
