import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { again } from './again'

beforeEach(() => {
    vi.useFakeTimers()
})
afterEach(() => {
    vi.useRealTimers()
})

test('it goes on where a look fails, and ends where none is asked for', async () => {
    const answers = [
        Promise.reject(new Error('away')),
        Promise.reject(new Error('away')),
        Promise.resolve(2),
        Promise.resolve(1),
    ]
    answers.forEach((answer) => answer.catch(() => {}))
    let looks = 0
    const watch = again(async () => {
        const left = await answers[looks++]
        if (left === 2) watch.later()
    }, 100)
    watch.later()
    await vi.advanceTimersByTimeAsync(1000)
    expect(looks).toBe(4)
})

test('two that ask at once make one look', async () => {
    const look = vi.fn(() => Promise.resolve())
    const watch = again(look, 100)
    watch.later()
    watch.later()
    await vi.advanceTimersByTimeAsync(500)
    expect(look).toHaveBeenCalledTimes(1)
})

test('nothing is looked at once it is over, though a look was under way', async () => {
    let answered = () => {}
    const look = vi.fn(async () => {
        await new Promise<void>((resolve) => (answered = resolve))
        watch.later()
    })
    const watch = again(look, 100)
    watch.later()
    await vi.advanceTimersByTimeAsync(100)
    watch.end()
    answered()
    await vi.advanceTimersByTimeAsync(500)
    expect(look).toHaveBeenCalledTimes(1)
})
