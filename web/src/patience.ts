import { act, cleanup, configure, setup } from '@testing-library/svelte'
import { afterEach, beforeEach } from 'vitest'
import { NO_TERM, route } from './frame/nav.svelte'

/** Tests wait on conditions for as long as the machine needs. */
configure({ asyncUtilTimeout: 60_000 })

beforeEach(setup)

/** Files of tests share a page, so what a test shows and where it went is gone with it. */
afterEach(async () => {
    await act()
    cleanup()
    history.replaceState(null, '', '/')
    Object.assign(route, { term: NO_TERM, station: 'desk', params: {} })
})
