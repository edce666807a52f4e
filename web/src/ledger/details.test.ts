import { describe, expect, it } from 'vitest'
import { details } from './details'

describe('what an entry says beside its subject', () => {
    it('is names in plain words and what they are', () => {
        expect(details('{"basedOn":3,"reason":"the chair asked","at":"","changed":[]}')).toEqual([
            ['based on', '3'],
            ['reason', 'the chair asked'],
        ])
    })

    it('joins lists and shows what is inside another', () => {
        expect(details('{"ids":["a","b"],"rule":{"n":1}}')).toEqual([
            ['ids', 'a, b'],
            ['rule', '{"n":1}'],
        ])
    })

    it('is nothing where there is nothing', () => {
        expect(details('{}')).toEqual([])
        expect(details('')).toEqual([])
        expect(details('null')).toEqual([])
    })
})
