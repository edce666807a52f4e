import { ADMINISTRATOR, AUDITOR } from '../frame/me.testing'
import { render, screen } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { beforeEach, describe, expect, test } from 'vitest'
import type { Api } from '../api/client'
import { campus } from '../frame/campus.svelte'
import Joining from './Joining.svelte'
import { Table } from './table.svelte'

const member = (id: string, own: Api['CrossListOwn'] | null = null): Api['CrossListMember'] => ({
    id,
    name: `MUSC ${id}`,
    title: 'Fiddle',
    department: 'Music',
    instructors: 'Maren Yarault',
    students: 20,
    only: 19,
    capacity: '45',
    meets: 'MWF 9',
    room: 'Gull 6',
    session: 'Spring 2027',
    own,
})
const JOINING: Api['CrossListJoining'] = {
    key: 's:1',
    lead: '1',
    why: 'most students',
    label: 'MUSC 1/2/3',
    code: '27sp-musc-1-2-3',
    title: 'MUSC 1/2/3 Fiddle',
    category: 'College of Letters / Music',
    otherCategories: ['College of Letters / Theatre'],
    instructors: ['Maren Yarault'],
    students: 59,
    twice: [{ name: 'Ida Brandt', sections: ['MUSC 1', 'MUSC 2'] }],
    members: [
        member('1'),
        member('2', { key: 's:2', code: '27sp-musc-2', open: true, closed: false, activity: true }),
        member('3', { key: 's:3', code: '27sp-musc-3', open: false, closed: false, activity: false }),
    ],
    groups: ['MUSC 1', 'MUSC 2', 'MUSC 3'],
    opens: '2026-12-28T08:00:00-04:00',
    closes: '2027-05-07T23:59:00-03:00',
    shutWhileTaught: ['MUSC 255-003'],
    question: 'One shell for 2 courses, 59 students.',
    snags: [{ snag: 'xl-activity', stop: true, message: 'Work does not travel.', toDo: 'Approve it.' }],
}

let table: Table

const told = (element: HTMLElement) => element.textContent?.replace(/\s+/g, ' ')

beforeEach(() => {
    campus.me = ADMINISTRATOR
    table = new Table('27SP')
    table.draft = { id: 'x1', lead: '1', joined: ['2', '3'], approved: false, reason: '' }
    table.joining = JOINING
})

describe('the joining table', () => {
    test('says what the sections become, and where the shell would lie otherwise', () => {
        render(Joining, { table })
        expect(screen.getByRole('heading', { name: 'One shell for three sections' })).toBeTruthy()
        expect(screen.getByText('27sp-musc-1-2-3')).toBeTruthy()
        expect(screen.getByText(/College of Letters \/ Theatre would be the other/)).toBeTruthy()
        expect(screen.getByText(/in 3 groups, one a section/)).toBeTruthy()
        expect(screen.getByText('Mon 28 Dec 2026 08:00 to Fri 7 May 2027 23:59')).toBeTruthy()
        expect(told(screen.getByRole('note'))).toContain('One shell for 2 courses, 59 students.')
    })
    test('says what happens to each shell that stands', () => {
        render(Joining, { table })
        expect(
            screen.getByText(/is open to students now; it is closed and kept. Students have worked/),
        ).toBeTruthy()
        expect(screen.getByText(/is closed and kept; nobody has worked in it/)).toBeTruthy()
    })
    test('names who is in two sections', () => {
        render(Joining, { table })
        expect(told(screen.getByText(/Ida Brandt/))).toContain('ask the registrar which is right')
    })
    test('lets another section lead, and takes one out', async () => {
        render(Joining, { table })
        await userEvent.click(screen.getAllByRole('button', { name: 'let it lead' })[1]!)
        expect(table.draft?.lead).toBe('3')
        await userEvent.click(screen.getByRole('button', { name: /take out\s*MUSC 2/ }))
        expect(table.sections).toEqual(['3', '1'])
    })
    test('asks for a reason where something is let stand', async () => {
        render(Joining, { table })
        await userEvent.click(screen.getByLabelText('let it stand all the same'))
        expect(table.draft?.approved).toBe(true)
        const reason = screen.getByLabelText('because')
        expect(reason.getAttribute('aria-invalid')).toBe('true')
        await userEvent.type(reason, 'one stage')
        expect(table.draft?.reason).toBe('one stage')
    })
    test('offers nothing to those who only read', () => {
        campus.me = AUDITOR
        render(Joining, { table })
        expect(screen.queryByRole('button')).toBeNull()
        expect(screen.queryByRole('combobox')).toBeNull()
    })
})
