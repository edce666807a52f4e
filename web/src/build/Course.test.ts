import { render } from '@testing-library/svelte'
import { expect, test } from 'vitest'
import Course from './Course.svelte'

test('a build that is planned still has a picture without odd numbers', () => {
    const samples = [1, 2, 3, 4, 5].map((second) => ({ at: second * 1000, done: 0 }))
    const { container } = render(Course, { samples, shells: 0 })
    expect(container.querySelector('polyline')?.getAttribute('points')).not.toContain('NaN')
})
