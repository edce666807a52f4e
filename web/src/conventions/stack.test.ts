import { describe, expect, test } from 'vitest'
import type { Layer } from './edits'
import { StackDraft } from './stack.svelte'

function layer(name: string, set: Record<string, string> = {}): Layer {
    return { name, when: [], set, fix: [], off: false }
}

function started(): StackDraft {
    const stack = new StackDraft()
    stack.start([layer('all', { title: 'one' }), layer('labs'), layer('last')])
    return stack
}

const names = (stack: StackDraft) => stack.layers.map((l) => l.name)

describe('a stack being edited', () => {
    test('is not edited at first, nor when everything is undone', () => {
        const stack = started()
        expect(stack.edited).toBe(false)
        stack.set('title', 'two')
        expect(stack.edited).toBe(true)
        stack.undo()
        expect(stack.edited).toBe(false)
        stack.redo()
        expect(stack.layers[0]?.set.title).toBe('two')
    })

    test('typing a word is one step back, another field is another', () => {
        const stack = started()
        for (const text of ['t', 'tw', 'two']) stack.set('title', text)
        stack.set('code', 'x')
        stack.undo()
        expect(stack.layers[0]?.set).toEqual({ title: 'two' })
        stack.undo()
        expect(stack.layers[0]?.set).toEqual({ title: 'one' })
        expect(stack.past).toHaveLength(0)
    })

    test('typed back to what it was, nothing is edited', () => {
        const stack = started()
        stack.set('title', 'x')
        stack.set('title', 'one')
        expect(stack.edited).toBe(false)
        expect(stack.layer && stack.changed(stack.layer, 'title')).toBeUndefined()
    })

    test('tells what is changed of a setting', () => {
        const stack = started()
        stack.set('title', null)
        stack.set('code', 'x')
        expect(stack.layer && stack.changed(stack.layer, 'title')).toBeNull()
        expect(stack.layer && stack.changed(stack.layer, 'code')).toBe('x')
        expect(stack.layer && stack.changed(stack.layer, 'opens')).toBeUndefined()
    })

    test('layers are added under the chosen one, copied, moved and taken out', () => {
        const stack = started()
        stack.choose(1)
        stack.add()
        expect(names(stack)).toEqual(['all', 'labs', 'New layer', 'last'])
        expect(stack.chosen).toBe(2)
        stack.move(-1)
        expect(names(stack)).toEqual(['all', 'New layer', 'labs', 'last'])
        stack.copy()
        expect(names(stack)).toEqual(['all', 'New layer', 'New layer (copy)', 'labs', 'last'])
        stack.remove()
        stack.choose(3)
        stack.remove()
        expect(names(stack)).toEqual(['all', 'New layer', 'labs'])
        expect(stack.chosen).toBe(2)
        for (let i = 0; i < 5; i++) stack.undo()
        expect(names(stack)).toEqual(['all', 'labs', 'last'])
        for (let i = 0; i < 5; i++) stack.redo()
        expect(names(stack)).toEqual(['all', 'New layer', 'labs'])
    })

    test('a layer does not move beyond the ends', () => {
        const stack = started()
        stack.move(-1)
        stack.choose(2)
        stack.move(1)
        expect(names(stack)).toEqual(['all', 'labs', 'last'])
        expect(stack.past).toHaveLength(0)
    })

    test('a moved layer is still the one that is kept, a copy is new', () => {
        const stack = started()
        stack.move(1)
        expect(stack.layer && stack.was(stack.layer)?.name).toBe('all')
        stack.copy()
        expect(stack.layer && stack.was(stack.layer)).toBeUndefined()
    })

    test('all layers can go and others come', () => {
        const stack = started()
        for (let i = 0; i < 3; i++) stack.remove()
        expect(stack.layer).toBeUndefined()
        stack.rename('nobody')
        stack.add()
        stack.rename('First')
        stack.when([{ key: 'tag', values: ['lab'] }])
        stack.fix('title', true)
        stack.fix('code', true)
        stack.fix('title', false)
        stack.switchOff(true)
        expect(stack.layers).toMatchObject([
            { name: 'First', when: [{ key: 'tag', values: ['lab'] }], fix: ['code'], off: true },
        ])
    })
})
