import { describe, expect, test } from 'vitest'
import { reached } from './steps'

const LINES = ['# Law', 'a', 'b', '- b1', '# Music', 'c', 'd'].map((name) => ({
    name,
    kind: name.startsWith('#') ? 'group' : name.startsWith('-') ? 'door' : 'row',
}))
const from = (name: string, key: string, page = 2) =>
    reached(
        key,
        LINES,
        LINES.findIndex((line) => line.name === name),
        page,
    )?.name

describe('keys in a list', () => {
    test('step from row to row, past whatever is none', () => {
        expect(from('a', 'ArrowDown')).toBe('b')
        expect(from('b', 'ArrowDown')).toBe('c')
        expect(from('c', 'ArrowUp')).toBe('b')
    })
    test('stop at the ends', () => {
        expect(from('d', 'ArrowDown')).toBe('d')
        expect(from('a', 'ArrowUp')).toBe('a')
    })
    test('go by what is in sight, and to the ends', () => {
        expect(from('a', 'PageDown')).toBe('c')
        expect(from('d', 'PageUp')).toBe('b')
        expect(from('a', 'PageDown', 0)).toBe('b')
        expect(from('c', 'Home')).toBe('a')
        expect(from('b', 'End')).toBe('d')
    })
    test('begin at the first row where none is stood on, End at the last', () => {
        expect(from('', 'ArrowDown')).toBe('a')
        expect(from('', 'Home')).toBe('a')
        expect(from('', 'End')).toBe('d')
    })
    test('that are no such keys, and lists without rows, lead nowhere', () => {
        expect(from('a', 'x')).toBeUndefined()
        expect(reached('Home', [{ kind: 'group' }], -1, 5)).toBeUndefined()
    })
})
