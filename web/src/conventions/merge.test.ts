import { expect, test } from 'vitest'
import type { Layer } from './edits'
import { merge } from './merge'

const layer = (name: string, set: Record<string, string> = {}, more: Partial<Layer> = {}): Layer => ({
    name,
    when: [],
    set,
    fix: [],
    off: false,
    ...more,
})
const BASE = [layer('All', { title: 'a', code: 'c' }), layer('Labs', { units: '4' }), layer('Last')]

test('changes to different settings come together', () => {
    const mine = [layer('All', { title: 'b', code: 'c' }), ...BASE.slice(1)]
    const theirs = [layer('All', { title: 'a', code: 'd' }), ...BASE.slice(1)]
    const { layers, clashes } = merge(BASE, mine, theirs)
    expect(layers[0]?.set).toEqual({ title: 'b', code: 'd' })
    expect(clashes).toEqual([])
})

test('changes to the same setting clash, and a person says whose holds', () => {
    const mine = [layer('All', { title: 'b', code: 'c' }), ...BASE.slice(1)]
    const theirs = [layer('All', { title: 'x', code: 'c' }), ...BASE.slice(1)]
    const first = merge(BASE, mine, theirs)
    expect(first.clashes).toEqual([{ layer: 'All', what: 'title', mine: 'b', theirs: 'x' }])
    expect(first.layers[0]?.set.title).toBe('x')
    expect(merge(BASE, mine, theirs, { 'All title': 'mine' }).layers[0]?.set.title).toBe('b')
})

test('the same change on both sides is no clash', () => {
    const both = [layer('All', { title: 'b', code: 'c' }), ...BASE.slice(1)]
    expect(merge(BASE, both, both)).toEqual({ layers: both, clashes: [] })
})

test('layers that either added stay where they were put', () => {
    const mine = [BASE[0]!, layer('Mine'), ...BASE.slice(1)]
    const theirs = [...BASE, layer('Theirs')]
    const names = merge(BASE, mine, theirs).layers.map((l) => l.name)
    expect(names).toEqual(['All', 'Mine', 'Labs', 'Last', 'Theirs'])
})

test('a layer that one took out goes, unless the other changed it', () => {
    const without = [BASE[0]!, BASE[2]!]
    expect(merge(BASE, without, BASE).layers.map((l) => l.name)).toEqual(['All', 'Last'])
    const changed = [BASE[0]!, layer('Labs', { units: '5' }), BASE[2]!]
    const { layers, clashes } = merge(BASE, without, changed)
    expect(clashes).toEqual([{ layer: 'Labs', what: 'layer', mine: 'nothing', theirs: 'kept' }])
    expect(layers.map((l) => l.name)).toContain('Labs')
    expect(merge(BASE, without, changed, { 'Labs layer': 'mine' }).layers).toHaveLength(2)
})

test('whoever changed the order has it', () => {
    const mine = [BASE[1]!, BASE[0]!, BASE[2]!]
    expect(merge(BASE, mine, BASE).layers.map((l) => l.name)).toEqual(['Labs', 'All', 'Last'])
    expect(merge(BASE, BASE, mine).layers.map((l) => l.name)).toEqual(['Labs', 'All', 'Last'])
})

test('switching off, conditions and fixes are merged too', () => {
    const mine = [BASE[0]!, layer('Labs', { units: '4' }, { off: true }), BASE[2]!]
    const theirs = [BASE[0]!, layer('Labs', { units: '4' }, { fix: ['units'] }), BASE[2]!]
    expect(merge(BASE, mine, theirs).layers[1]).toMatchObject({ off: true, fix: ['units'] })
})
