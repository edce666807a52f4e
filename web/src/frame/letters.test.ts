import { expect, test } from 'vitest'
import { letters, mustRest } from './letters.svelte'

function press(key: string, inside: string, more: KeyboardEventInit = {}): KeyboardEvent {
    document.body.innerHTML =
        '<main><button></button><input /></main><aside><button></button></aside><footer><button></button></footer>'
    const event = new KeyboardEvent('keydown', { key, bubbles: true, ...more })
    document.querySelector(inside)?.dispatchEvent(event)
    return event
}

test('letters act in the sheet alone', () => {
    expect(mustRest(press('x', 'main button'), true)).toBe(false)
    expect(mustRest(press('x', 'footer button'), true)).toBe(false)
    expect(mustRest(press('x', 'aside button'), true)).toBe(true)
    expect(mustRest(press('[', 'body'), true)).toBe(true)
})

test('stations, find and help act anywhere', () => {
    for (const key of ['1', '0', '/', '?']) expect(mustRest(press(key, 'aside button'), true)).toBe(false)
})

test('switched off, no single character acts, and writing goes on', () => {
    for (const key of ['x', '1', '/']) expect(mustRest(press(key, 'main button'), false)).toBe(true)
    expect(mustRest(press('x', 'input'), false)).toBe(false)
    expect(mustRest(press(' ', 'main button'), false)).toBe(false)
    expect(mustRest(press('ArrowDown', 'main button'), false)).toBe(false)
    expect(mustRest(press('c', 'main button', { ctrlKey: true }), false)).toBe(false)
})

test('the sheet keeps the focus of a row that has gone', () => {
    const row = document.createElement('button')
    const u = press('u', 'body')
    document.querySelector('main')?.append(row)
    letters.focused(row)
    expect(mustRest(u, true)).toBe(true)
    row.remove()
    expect(mustRest(u, true)).toBe(false)
    letters.focused(document.querySelector('aside button'))
    expect(mustRest(u, true)).toBe(true)
})
