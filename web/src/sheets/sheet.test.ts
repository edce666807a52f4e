import { afterAll, beforeEach, expect, test, vi } from 'vitest'

const post = vi.fn()
vi.mock('../api/client', () => ({
    post: (...all: unknown[]) => post(...all),
    get: async () => [{ key: 'department', name: 'department' }],
    uploadAs: vi.fn(),
    whenSignedOut: vi.fn(),
}))

// what other files of tests have of it asks the real API
vi.resetModules()
const { sheet } = await import('./sheet.svelte')
afterAll(() => vi.resetModules())

const rows = [
    ['course', 'title'],
    ['CEED 1', 'Knots'],
    ['', ''],
]

beforeEach(async () => {
    post.mockReset()
    post.mockImplementation(async (path: string, asked: { body: { rows: string[][] } }) =>
        path.endsWith('/paste')
            ? {
                  name: 'pasted',
                  rows,
                  lines: [],
                  encoding: '',
                  encodings: [],
                  delimiter: 'TAB',
                  leaf: '',
                  leaves: [],
              }
            : {
                  list: 1,
                  conventions: 1,
                  header: 0,
                  columns: (asked.body.rows[0] ?? []).map((key) => ({ key, name: key })),
                  remembered: false,
                  days: 'DAY_FIRST',
                  daysSure: true,
                  rows: [],
              },
    )
    await sheet.paste('whatever')
})

function judgedRows(): string[][] {
    return post.mock.calls.at(-1)?.[1].body.rows
}

test('a paste into a cell fills the cells beside and below it, and rows that were not there', async () => {
    sheet.put(2, 0, 'CEED 2\tSails\tmore\nCEED 3\tRopes\n')
    await vi.waitFor(() => expect(judgedRows()).toHaveLength(4))
    expect(judgedRows().slice(2)).toEqual([
        ['CEED 2', 'Sails'],
        ['CEED 3', 'Ropes'],
    ])
})

test('what is said of all rows fills those that say nothing, and makes the column where there is none', async () => {
    sheet.sayOfAll('department', 'Training')
    await vi.waitFor(() => expect(judgedRows()[0]).toHaveLength(3))
    expect(judgedRows()).toEqual([
        ['course', 'title', 'department'],
        ['CEED 1', 'Knots', 'Training'],
        ['', '', ''],
    ])
    expect(post.mock.calls.at(-1)?.[1].body.columns).toEqual(['course', 'title', 'department'])
})

test('of several answers the last one asked for counts', async () => {
    let first: (judged: unknown) => void = () => {}
    post.mockImplementationOnce(() => new Promise((resolve) => (first = resolve)))
    const slow = sheet.judge()
    await sheet.judge()
    first({ header: 9, columns: [], rows: [] })
    await slow
    expect(sheet.judged?.header).toBe(0)
})
