import type { Api } from '../api/client'
import { campus } from './campus.svelte'
import { ADMINISTRATOR } from './me.testing'

/** Puts somebody in front of a view by its address, with nothing amiss. */
export function standAt(address: string, me: Api['PeopleMe'] = ADMINISTRATOR, zone = 'UTC') {
    campus.me = me
    campus.trouble = ''
    campus.zone = zone
    history.replaceState(null, '', address)
    window.dispatchEvent(new PopStateEvent('popstate'))
}
