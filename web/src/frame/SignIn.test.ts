import { render, screen, waitFor } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { refusal, serverThat } from '../api/server.testing'
import { campus } from './campus.svelte'
import { ADMINISTRATOR } from './me.testing'
import { standAt } from './place.testing'
import SignIn from './SignIn.svelte'

let ways: string | null
let signIn: () => unknown
let desk: () => unknown

beforeEach(() => {
    ways = null
    signIn = () => ({})
    desk = () => undefined
    standAt('/')
    campus.me = null
    serverThat((_, path) => {
        if (path === '/api/sign-in/ways') return { campus: ways }
        if (path === '/api/sign-in') return signIn()
        if (path === '/api/me') return ADMINISTRATOR
        return path === '/api/desk' ? desk() : undefined
    })
})
afterEach(() => vi.unstubAllGlobals())

const says = () => screen.getByRole('alert').textContent

async function signedIn(name: string) {
    await userEvent.type(screen.getByLabelText('Name'), name)
    await userEvent.type(screen.getByLabelText('Password'), 'four words will do')
    await userEvent.click(screen.getByRole('button', { name: 'Sign in' }))
}

test('whoever is not known is told so, and can try again', async () => {
    signIn = () => refusal(401, 'Unauthorized')
    render(SignIn)
    await signedIn('nobody')
    await waitFor(() => expect(says()).toBe('Nobody has this name with this password.'))
    expect(campus.me).toBeNull()
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Sign in' }).disabled).toBe(false)
})

test('what the server says otherwise is told in its words', async () => {
    signIn = () => refusal(429, 'Too many tries; wait a minute.')
    render(SignIn)
    await signedIn('abara')
    await waitFor(() => expect(says()).toBe('Too many tries; wait a minute.'))
})

test('whoever is signed in stays so where the desk cannot be told just now', async () => {
    desk = () => refusal(503, 'Chalk Line has lost touch with its database.')
    render(SignIn)
    await signedIn('abara')
    await waitFor(() => expect(campus.me?.login).toBe(ADMINISTRATOR.login))
    await waitFor(() => expect(campus.trouble).toBe('Chalk Line has lost touch with its database.'))
})

test('the accounts of a campus are offered by their name', async () => {
    ways = 'your campus account'
    render(SignIn)
    const link = await screen.findByRole('link', { name: 'Sign in with your campus account' })
    expect(link.getAttribute('href')).toBe('/sign-in/at/campus')
})

test.each([
    ['unknown', /nobody has your name here/],
    ['disabled', /account here is disabled/],
    ['failed', /did not work/],
    ['constructor', /did not work/],
    ['Call 555 0100 for a new password', /did not work/],
])('an address that says %s brings no words of its own', (code, words) => {
    standAt(`/?sign-in=${encodeURIComponent(code)}`)
    render(SignIn)
    expect(says()).toMatch(words)
    expect(says()).not.toContain('555')
})
