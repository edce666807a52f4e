import { render, screen, waitFor } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { afterEach, expect, test, vi } from 'vitest'
import ValueChange from './ValueChange.svelte'

const EFFECT = {
    shells: 54,
    standing: 0,
    fields: [],
    departments: [],
    snags: [{ snag: 'title-shortened', stop: false, before: 0, after: 2 }],
    samples: [],
    edgeCases: [],
    named: [],
    blockers: [],
    matches: [],
}
const step = (origin: string, index: number) => ({
    origin,
    index,
    name: 'Whole campus',
    text: '{label}',
    gives: 'x',
    taken: true,
    fixes: false,
})

function props(origin: string) {
    return {
        shell: {
            versions: '1.7.3',
            key: 's:1',
            action: 'build',
            label: 'OCEA 210-001',
            courseTitle: 'Tides',
            department: 'Oceanography',
            departmentCode: 'OCEA',
            about: '',
            students: 1,
            instructors: [],
            lead: 'cl-1',
            sections: ['cl-1'],
            snags: [],
            values: [],
            changed: [],
            goneSince: null,
        },
        value: {
            setting: 'title',
            name: 'title',
            kind: 'PATTERN',
            text: 'x',
            written: '{label}',
            differs: false,
            held: null,
            why: [step(origin, 2)],
            facts: [],
        },
        close: vi.fn(),
        kept: vi.fn(),
    }
}

/** What was sent, by path. */
function serve() {
    const sent: Record<string, unknown> = {}
    vi.stubGlobal(
        'fetch',
        vi.fn(async (path: string, init: RequestInit) => {
            if (init.body) sent[path] = JSON.parse(String(init.body))
            const answer = path.endsWith('/vocabulary')
                ? { settings: [] }
                : path.endsWith('/facts')
                  ? [{ condition: 'department', values: [{ value: 'OCEA', sections: 61 }] }]
                  : path.endsWith('/layers')
                    ? [1200, 300, 54]
                    : EFFECT
            return new Response(JSON.stringify(answer), { status: 200 })
        }),
    )
    return sent
}

afterEach(() => vi.unstubAllGlobals())

test('asks for the effect where it would be kept, and keeps it there', async () => {
    const sent = serve()
    const given = props('LAYER')
    render(ValueChange, given)
    await userEvent.type(screen.getByLabelText('title'), '!')
    await waitFor(() => expect(screen.getByText(/Would change 54 shells/)).toBeTruthy())
    expect(screen.getByText('title shortened: 2 more.')).toBeTruthy()
    expect(sent['/api/terms/-/effect']).toMatchObject({ value: { section: 'cl-1', layer: -1 } })
    await userEvent.click(screen.getByLabelText(/in layer 3.*: 54 sections/))
    const change = { setting: 'title', value: '{label}!', section: null, department: null, layer: 2 }
    await waitFor(() => expect(sent['/api/terms/-/effect']).toMatchObject({ basedOn: 7, value: change }))
    await userEvent.click(screen.getByLabelText('for all of Oceanography: 61 sections'))
    await userEvent.click(screen.getByText('Keep'))
    await waitFor(() => expect(given.kept).toHaveBeenCalled())
    expect(sent['/api/conventions/versions']).toMatchObject({
        change: { value: { section: null, department: 'OCEA', layer: -1 } },
        note: 'title of Oceanography',
    })
})

test('a value of no layer is changed only here unless the department is chosen', async () => {
    const sent = serve()
    render(ValueChange, props('DEFAULT'))
    expect(screen.queryByLabelText(/in layer/)).toBeNull()
    await userEvent.type(screen.getByLabelText('title'), '!')
    await waitFor(() => expect(sent['/api/terms/-/effect']).toBeTruthy())
    expect(sent['/api/terms/-/effect']).toMatchObject({ value: { section: 'cl-1', department: null } })
})

test('an override can be taken out, and Escape leaves it all', async () => {
    serve()
    const given = props('OVERRIDE')
    render(ValueChange, given)
    expect(screen.getByText('take the override out')).toBeTruthy()
    await userEvent.type(screen.getByLabelText('title'), '{Escape}')
    expect(given.close).toHaveBeenCalled()
})
