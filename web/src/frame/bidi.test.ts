import { tick } from 'svelte'
import { afterEach, expect, test } from 'vitest'
import { marked, markBidi } from './bidi'

afterEach(() => (document.body.innerHTML = ''))

test('signs that turn the direction are shown as marks, others stay', () => {
    expect(marked('Tides \u202Egnitide\u202C of \u2067it\u2069')).toBe(
        'Tides ⟨RLO⟩gnitide⟨PDF⟩ of ⟨RLI⟩it⟨PDI⟩',
    )
    expect(marked('Åsström, عربى')).toBe('Åsström, عربى')
})

test('what comes to stand on the page later is marked too, fields are left alone', async () => {
    document.body.innerHTML = '<p>a\u202Eb</p><input value="a\u202Eb">'
    const end = markBidi(document.body)
    expect(document.querySelector('p')?.textContent).toBe('a⟨RLO⟩b')
    expect(document.querySelector('input')?.value).toBe('a\u202Eb')
    const late = document.createElement('ul')
    late.innerHTML = '<li>c\u2066d</li>'
    document.body.append(late)
    await tick()
    expect(late.textContent).toBe('c⟨LRI⟩d')
    const text = document.querySelector('p')?.firstChild as Text
    text.nodeValue = 'x\u202Dy'
    await tick()
    expect(text.nodeValue).toBe('x⟨LRO⟩y')
    end()
    text.nodeValue = 'x\u202Dy'
    await tick()
    expect(text.nodeValue).toBe('x\u202Dy')
})
