import { render, screen } from '@testing-library/svelte'
import { expect, test } from 'vitest'
import type { Api } from '../api/client'
import Does from './Does.svelte'

function shape(title: string, sections: string[]): Api['RequestShape'] {
    return {
        code: title.toLowerCase(),
        title,
        template: 'none',
        opens: '2026-12-28T08:00:00-04:00',
        closes: '2027-05-07T23:59:00-03:00',
        open: false,
        students: 30,
        instructors: ['A. Lind'],
        sections,
        snags: [],
    }
}

const DOES: Api['RequestDoes'] = {
    words: 'One shell for A, B',
    question: 'One shell for 2 courses, 60 students',
    shells: [
        {
            key: 's:a',
            stands: false,
            work: false,
            before: shape('Tides', ['A']),
            after: shape('Tides and Waves', ['A', 'B']),
        },
        { key: 's:b', stands: true, work: true, before: shape('Waves', ['B']), after: null },
    ],
    special: [
        { special: 'COURSES_DIFFER', words: 'Different courses.', needs: 'The word of those who teach.' },
    ],
    departments: ['Oceanography'],
    deciders: [],
}

test('shows what differs, what is closed with whose work, and why somebody has to decide', () => {
    render(Does, { does: DOES })
    expect(screen.getByText('▲ One shell for 2 courses, 60 students')).toBeTruthy()
    expect(document.querySelector('s')?.textContent).toBe('Tides')
    expect(document.body.textContent).toContain('A, B')
    expect(document.body.textContent).toContain('Closed to students and kept:')
    expect(document.body.textContent).toContain('students have worked there, and their work stays behind')
    expect(document.body.textContent).toContain('The word of those who teach.')
})

test('what is only built says when it opens', () => {
    const same = shape('Tides', ['A'])
    render(Does, {
        does: {
            ...DOES,
            question: '',
            special: [],
            shells: [{ key: 's:a', stands: false, work: false, before: same, after: same }],
        },
    })
    expect(document.body.textContent).toContain('It is built as the conventions say.')
    expect(document.body.textContent).toContain('Opens Mon 28 Dec 2026 08:00, by hand.')
})
