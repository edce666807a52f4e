import { render, screen, waitFor, within } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import type { Api } from '../api/client'
import { serverThat, type Sent } from '../api/server.testing'
import { campus } from '../frame/campus.svelte'
import { forgetLeft } from '../frame/left.svelte'
import { standAt } from '../frame/place.testing'
import { emptyTemplate } from './template.svelte'
import Templates from './Templates.svelte'

let numbers: Record<string, number>
let titles: Record<string, string>
let sent: Sent[]

function about(id: string): Api['TemplateAbout'] {
    return {
        id,
        title: titles[id] ?? id,
        number: numbers[id] ?? 1,
        keptAt: '2026-11-01T08:00:00Z',
        keptBy: 'T. Tarn',
        note: '',
    }
}

beforeEach(() => {
    numbers = { base: 3, lab: 1 }
    titles = { base: 'Base', lab: 'Laboratory' }
    campus.line = null
    standAt('/27SP/conventions?view=templates')
    sent = serverThat((method, path, body) => {
        if (path === '/api/templates' && method === 'POST') {
            const draft = body['draft'] as Api['TemplateDraft']
            const id = draft.id || 'new'
            numbers[id] = (numbers[id] ?? 0) + 1
            titles[id] = draft.title
            return { about: about(id), draft }
        }
        if (path === '/api/templates') return Object.keys(titles).map(about)
        const id = /^\/api\/templates\/(\w+)$/.exec(path)?.[1]
        return id
            ? { about: about(id), draft: { ...emptyTemplate(), id, title: titles[id] ?? '' } }
            : undefined
    })
})
afterEach(() => {
    forgetLeft()
    vi.unstubAllGlobals()
})

const title = () => screen.getByLabelText<HTMLInputElement>('Title of the template')
const list = () => within(screen.getByRole('region', { name: 'Templates' }))
const one = (name: RegExp) => list().getByRole('button', { name })

async function show() {
    const shown = render(Templates)
    await screen.findByLabelText('Title of the template')
    return shown
}

async function choose(name: RegExp, then: string) {
    await userEvent.click(one(name))
    await waitFor(() => expect(title().value).toBe(then))
}

test('what is changed of a template is there again after another one, or another screen, was looked at', async () => {
    const first = await show()
    expect(title().value).toBe('Base')
    await userEvent.type(title(), ' of ours')
    await choose(/^Laboratory/, 'Laboratory')
    expect(one(/^Base/).textContent).toContain('changed, not kept yet')
    await choose(/^Base/, 'Base of ours')
    first.unmount()
    await show()
    expect(title().value).toBe('Base of ours')
    await userEvent.click(screen.getByRole('button', { name: /^Keep/ }))
    await waitFor(() => expect(sent[0]?.body).toMatchObject({ basedOn: 3, draft: { title: 'Base of ours' } }))
    await waitFor(() => expect(one(/^Base of ours/).textContent).not.toContain('not kept yet'))
})

test('it is based on the version that was changed, so that nobody else is written over', async () => {
    await show()
    await userEvent.type(title(), ' of ours')
    await choose(/^Laboratory/, 'Laboratory')
    numbers['base'] = 4
    titles['base'] = 'Base of theirs'
    await choose(/^Base/, 'Base of ours')
    await userEvent.click(screen.getByRole('button', { name: /^Keep/ }))
    await waitFor(() => expect(sent[0]?.body['basedOn']).toBe(3))
})

test('a new one that was begun waits under its button', async () => {
    await show()
    await userEvent.click(one(/^A new template$/))
    await userEvent.type(title(), 'Fieldwork')
    await choose(/^Base/, 'Base')
    await userEvent.click(one(/^A new template, not kept yet$/))
    expect(title().value).toBe('Fieldwork')
    expect(one(/^A new template$/)).toBeDefined()
})
