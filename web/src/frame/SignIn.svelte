<script lang="ts">
    import { onMount } from 'svelte'
    import { get, Problem } from '../api/client'
    import { campus } from './campus.svelte'

    /** What an address says that a sign-in with the campus account came back to. */
    const CAME_BACK = new Map([
        [
            'unknown',
            'You are signed in at your campus, and nobody has your name here. Ask an administrator to add you.',
        ],
        ['disabled', 'Your account here is disabled. Ask an administrator.'],
    ])
    const FAILED = 'The sign-in with your campus account did not work. Try again, or ask an administrator.'

    let login = $state('')
    let password = $state('')
    let says = $state('')
    let busy = $state(false)
    /** What people call the accounts of the campus, where they sign in with those too. */
    let campusAccount = $state<string | null>(null)

    onMount(() => {
        const failed = new URLSearchParams(location.search).get('sign-in')
        if (failed) says = CAME_BACK.get(failed) ?? FAILED
        get('/api/sign-in/ways')
            .then((ways) => (campusAccount = ways.campus))
            .catch(() => {})
    })

    async function submit(event: SubmitEvent) {
        event.preventDefault()
        busy = true
        says = ''
        try {
            await campus.signIn(login, password)
        } catch (e) {
            says =
                e instanceof Problem && e.status === 401
                    ? 'Nobody has this name with this password.'
                    : e instanceof Error
                      ? e.message
                      : String(e)
        }
        busy = false
    }
</script>

<main>
    <svg class="line" viewBox="0 0 600 80" aria-hidden="true">
        <path d="M0 20H300" stroke="currentColor" stroke-width="2.6" />
        <path d="M300 20H600" stroke="currentColor" stroke-width="1.4" stroke-dasharray="1.5 6" />
        <path d="M300 20v12M295 32h10l-1.5 8-3.5 18-3.5-18z" fill="currentColor" stroke="currentColor" />
    </svg>
    <h1>Chalk Line</h1>
    <p class="soft">A term of course shells, seen whole before it is built.</p>
    <form onsubmit={submit}>
        <label for="login">Name</label>
        <!-- svelte-ignore a11y_autofocus -->
        <input id="login" bind:value={login} autocomplete="username" autofocus required />
        <label for="password">Password</label>
        <input id="password" type="password" bind:value={password} autocomplete="current-password" required />
        <button class="go" disabled={busy}>Sign in</button>
        {#if campusAccount}<a class="other" href="/sign-in/at/campus">Sign in with {campusAccount}</a>{/if}
        <p class="brick" role="alert">{says}</p>
    </form>
</main>

<style>
    main {
        max-width: 600px;
        margin: 14vh auto 0;
        padding: 0 20px;
    }
    .line {
        display: block;
        color: var(--chalk);
        margin-bottom: 12px;
        width: 100%;
    }
    h1 {
        font-size: 28px;
    }
    form {
        display: grid;
        grid-template-columns: 90px 240px;
        gap: 14px 12px;
        align-items: baseline;
        margin-top: 28px;
    }
    button,
    .other,
    p[role='alert'] {
        grid-column: 2;
        justify-self: start;
    }
</style>
