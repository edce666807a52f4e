<script lang="ts">
    import { Problem } from '../api/client'
    import { campus } from './campus.svelte'

    /** Another password: in place of one that somebody else gave, or by a person's own wish. */
    let { close }: { close?: () => void } = $props()

    let now = $state('')
    let next = $state('')
    let again = $state('')
    let says = $state('')
    let busy = $state(false)

    async function submit(event: SubmitEvent) {
        event.preventDefault()
        says = next === again ? '' : 'The two new ones differ.'
        if (says !== '') return
        busy = true
        try {
            await campus.changePassword(now, next)
            close?.()
        } catch (e) {
            says = e instanceof Problem || e instanceof Error ? e.message : String(e)
        }
        busy = false
    }
</script>

<div class:page={!close}>
    <h2>{close ? 'Change your password' : 'Choose a password of your own'}</h2>
    {#if !close}
        <p class="soft">
            The one that you signed in with was given to you and is good for this alone. At least 15
            characters; four or five words do.
        </p>
    {/if}
    <form onsubmit={submit}>
        <label for="pw-now">Present one</label>
        <input id="pw-now" type="password" bind:value={now} autocomplete="current-password" required />
        <label for="pw-next">New one</label>
        <input
            id="pw-next"
            type="password"
            bind:value={next}
            autocomplete="new-password"
            minlength="15"
            required
        />
        <label for="pw-again">Once more</label>
        <input id="pw-again" type="password" bind:value={again} autocomplete="new-password" required />
        <span class="acts">
            <button class="go" disabled={busy}>Change it</button>
            {#if close}<button class="plain" type="button" onclick={close}>Leave it</button>{:else}<button
                    class="plain"
                    type="button"
                    onclick={() => campus.signOut()}>Sign out</button
                >{/if}
        </span>
        <p class="brick" role="alert">{says}</p>
    </form>
</div>

<style>
    .page {
        max-width: 600px;
        margin: 14vh auto 0;
        padding: 0 20px;
    }
    form {
        display: grid;
        grid-template-columns: 110px 260px;
        gap: 14px 12px;
        align-items: baseline;
        margin-top: 16px;
    }
    .acts,
    p[role='alert'] {
        grid-column: 2;
        justify-self: start;
    }
    .acts {
        display: flex;
        gap: 16px;
    }
</style>
