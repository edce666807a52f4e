import { beforeEach, describe, expect, it, vi } from 'vitest'
import { Moves } from './moves.svelte'

const course = (code: string, department: string) => ({
    code,
    title: 'Tides',
    department,
    departmentName: department,
    sections: 2,
})

function moves(): Moves {
    const made = new Moves()
    made.sheet = {
        versions: '1.1.1',
        version: 4,
        moves: [],
        departments: [],
        courses: [course('OCEA 210', 'OCEA'), course('M&E-20', 'ECON'), course('Field School', 'ECON')],
        terms: ['27SP'],
    }
    return made
}

describe('what is moved', () => {
    beforeEach(() => {
        vi.restoreAllMocks()
    })

    it('is pasted in any case and spacing, and what is not there is told', () => {
        const sheet = moves()
        sheet.paste(' ocea  210\r\nM&E-20, field school;\nNONE 1\n\n')
        expect([...sheet.marks]).toEqual(['OCEA 210', 'M&E-20', 'Field School'])
        expect(sheet.unknown).toEqual(['NONE 1'])
    })

    it('is looked at only when it is said where it goes, and goes out as one move', async () => {
        const sheet = moves()
        const fetched = vi.fn(async () => new Response('{"shells":6,"keys":[]}', { status: 200 }))
        vi.stubGlobal('fetch', fetched)
        sheet.marks.add('OCEA 210')
        await sheet.look()
        expect(fetched).not.toHaveBeenCalled()
        sheet.target = { ...sheet.target, to: ' ECON ', name: 'Trade' }
        expect(sheet.ready).toBe(true)
        await sheet.look()
        const [, init] = fetched.mock.calls[0] as unknown as [string, { body: string }]
        expect(JSON.parse(init.body)).toMatchObject({
            basedOn: 4,
            moves: {
                takeOut: [],
                add: [
                    {
                        condition: 'course',
                        values: ['OCEA 210'],
                        to: 'ECON',
                        name: 'Trade',
                        college: null,
                        since: null,
                    },
                ],
            },
        })
        expect(sheet.effect?.shells).toBe(6)
        vi.unstubAllGlobals()
    })
})
