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

    it('sets anything else of single shells, with values before and after', async () => {
        history.replaceState(null, '', '/27SP/upkeep?view=moves&by=shell')
        window.dispatchEvent(new PopStateEvent('popstate'))
        const sheet = moves()
        sheet.shells = [
            {
                key: 's:a',
                code: '27sp-ocea-210',
                title: 'Tides',
                category: 'Sea',
                department: 'OCEA',
                kind: '',
                state: 'SHUT',
                opens: '',
                closes: '',
                students: 3,
                why: '',
                byHand: false,
                sections: ['a', 'b'],
            },
        ]
        const fetched = vi.fn(async () => new Response('{"shells":1,"keys":["s:a"]}', { status: 200 }))
        vi.stubGlobal('fetch', fetched)
        sheet.paste('27SP-OCEA-210')
        sheet.target = { ...sheet.target, setting: 'language', value: ' fr ' }
        await sheet.look()
        const asked = fetched.mock.calls as unknown as [string, { body: string }][]
        expect(asked.map(([path]) => path)).toEqual([
            '/api/terms/27SP/upkeep/moves/effect',
            '/api/terms/27SP/effect',
        ])
        expect(JSON.parse(asked[0]?.[1].body ?? '').settings).toEqual({
            sections: [{ section: 'a', set: { language: 'fr' } }],
        })
        expect(sheet.outcome?.shells).toBe(1)
        vi.unstubAllGlobals()
    })
})
