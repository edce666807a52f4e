import { expect, test } from 'vitest'
import { cells } from './cells'

test('rows become texts below their headings', () => {
    const rows = [
        { code: 'a', students: 3, lead: null },
        { code: 'b', students: 0, lead: 'x' },
    ]
    expect(
        cells(rows, [
            ['code', (row) => row.code],
            ['students', (row) => row.students],
            ['lead', (row) => row.lead],
        ]),
    ).toEqual({
        columns: ['code', 'students', 'lead'],
        rows: [
            ['a', '3', ''],
            ['b', '0', 'x'],
        ],
    })
})
