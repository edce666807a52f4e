import { get, post, type Api } from '../api/client'
import { count } from './words'

type Refresh = Api['RefreshView']

const ASK_AGAIN_MILLIS = 300

/** Has the LMS read in the background and waits for the end; what it is at, in words, goes to `tell`. */
export async function refreshHeld(everything: boolean, tell: (says: string) => void): Promise<Refresh> {
    let now: Refresh = await post('/api/lms/refreshes', { query: { everything } })
    while (now.state === 'RUNNING') {
        tell(now.shells > 0 ? `reading the LMS: ${count(now.shells, 'shell')} so far` : 'reading the LMS …')
        await new Promise((resolve) => setTimeout(resolve, ASK_AGAIN_MILLIS))
        now = await get('/api/lms/refreshes/latest')
    }
    if (now.state === 'FAILED') {
        tell('')
        throw new Error(`${now.reason} What was seen of it before still holds.`)
    }
    tell(found(now))
    return now
}

function found(now: Refresh): string {
    const parts = [
        now.changed ? `${count(now.changed, 'shell')} changed` : '',
        now.gone ? `${count(now.gone, 'shell')} gone` : '',
    ].filter(Boolean)
    return parts.length ? parts.join(', ') : 'nothing new in the LMS'
}
