import { describe, expect, test } from 'vitest'
import { standing, whenInWords, type Layer, type Setting } from './edits'

const TITLE: Setting = {
    key: 'title',
    name: 'title',
    kind: 'PATTERN',
    choices: [],
    unlessSet: '{label} {title}',
}

function layer(
    name: string,
    set: Record<string, string>,
    when: Layer['when'] = [],
    fix: string[] = [],
): Layer {
    return { name, set, when, fix, off: false }
}

describe('standing', () => {
    const layers = [
        layer('all', { title: 'one' }, [], ['code']),
        layer('some', { title: 'two' }, [{ key: 'tag', values: ['lab'] }]),
        layer('last', {}),
    ]
    test('a value set here stands here', () => {
        expect(standing(layers, 1, TITLE)).toMatchObject({ text: 'two', here: true, from: 1 })
    })
    test('else that of the nearest layer above that matches all', () => {
        expect(standing(layers, 2, TITLE)).toMatchObject({ text: 'one', here: false, from: 0 })
    })
    test('else the default', () => {
        const code = { ...TITLE, key: 'code', unlessSet: 'default' }
        expect(standing(layers, 2, code)).toMatchObject({ text: 'default', from: -1, fixedIn: 0 })
    })
})

test('conditions read as words', () => {
    expect(whenInWords(layer('x', {}))).toBe('all sections')
    const when = [
        { key: 'department', values: ['DSGN', 'WOOD'] },
        { key: 'level', values: ['500-699'] },
    ]
    expect(whenInWords(layer('x', {}, when))).toBe('department is DSGN or WOOD, and level is 500-699')
})
