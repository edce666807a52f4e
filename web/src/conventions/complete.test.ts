import { expect, test } from 'vitest'
import { completion, explain, put } from './complete'

const TOKENS = [
    { name: 'term.code', help: 'the term' },
    { name: 'term.name', help: 'its name' },
    { name: 'title', help: 'the course’s title' },
]
const MODIFIERS = [
    { name: 'slug', help: 'hyphens' },
    { name: 'cut 20', help: 'at most so many characters' },
]

test('completes the token that is being written and closes its brace', () => {
    const at = completion('{label} {te', 11, TOKENS, MODIFIERS)
    expect(at?.options.map((o) => o.name)).toEqual(['term.code', 'term.name'])
    expect(at && put('{label} {te', at, 'term.name')).toEqual({ text: '{label} {term.name}', cursor: 18 })
})

test('completes inside braces that are closed already', () => {
    const text = '{term.co} and {title}'
    const at = completion(text, 6, TOKENS, MODIFIERS)
    expect(at && put(text, at, 'term.code').text).toBe('{term.code} and {title}')
})

test('completes modifiers after a colon', () => {
    const at = completion('{title:', 7, TOKENS, MODIFIERS)
    expect(at?.options.map((o) => o.name)).toEqual(['slug', 'cut 20'])
    expect(at && put('{title:', at, 'slug').text).toBe('{title:slug}')
})

test('offers nothing in plain text, after a backslash or for a whole word', () => {
    expect(completion('title', 5, TOKENS, MODIFIERS)).toBeNull()
    expect(completion('\\{ti', 4, TOKENS, MODIFIERS)).toBeNull()
    expect(completion('{title', 6, TOKENS, MODIFIERS)).toBeNull()
    expect(completion('{xyz', 4, TOKENS, MODIFIERS)).toBeNull()
})

test('explains tokens, modifiers and what stands in brackets', () => {
    expect(explain('a {title:cut 12}', 5, TOKENS, MODIFIERS)?.help).toBe('the course’s title')
    expect(explain('a {title:cut 12}', 14, TOKENS, MODIFIERS)).toEqual({
        name: ':cut 12',
        help: 'at most so many characters',
    })
    expect(explain('a [: b] c', 4, TOKENS, MODIFIERS)?.name).toBe('[ ]')
    expect(explain('a [: b] c', 8, TOKENS, MODIFIERS)).toBeNull()
})
