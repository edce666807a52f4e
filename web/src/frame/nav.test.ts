import { beforeEach, expect, test } from 'vitest'
import { NO_TERM, route } from './nav.svelte'

function at(address: string) {
    history.replaceState(null, '', address)
    window.dispatchEvent(new PopStateEvent('popstate'))
}

beforeEach(() => at('/27SP/proof'))

test('an address names a station of a term, and what is looked at there', () => {
    at('/27SP/build?view=files')
    expect([route.term, route.station, route.params]).toEqual(['27SP', 'build', { view: 'files' }])
    at('/?view=people')
    expect([route.term, route.station, route.params]).toEqual(['27SP', 'desk', { view: 'people' }])
})

test('a view or a station that somebody types alone is found', () => {
    at('/people')
    expect([route.term, route.station, route.params]).toEqual(['27SP', 'desk', { view: 'people' }])
    expect(location.search).toBe('?view=people')
    at('/27SP/ledger')
    expect([route.station, location.pathname, route.params]).toEqual(['desk', '/', { view: 'ledger' }])
    at('/proof')
    expect([route.term, route.station]).toEqual([NO_TERM, 'proof'])
})
