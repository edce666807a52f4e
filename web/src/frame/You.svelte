<script lang="ts">
    import { campus } from './campus.svelte'
    import { letters } from './letters.svelte'
    import NewPassword from './NewPassword.svelte'

    /** What a person sets for themselves: the password, the keys, and leaving. */
    let { close }: { close: () => void } = $props()

    let changing = $state(false)
    let box: HTMLDialogElement
    $effect(() => box.showModal())
</script>

<dialog bind:this={box} onclose={close} aria-labelledby="you">
    <h2 id="you">{campus.me?.name} <span class="mono soft">{campus.me?.login}</span></h2>
    {#if changing}
        <NewPassword close={() => (changing = false)} />
    {:else}
        {#if campus.me?.ownPassword}
            <p><button class="plain" onclick={() => (changing = true)}>Change your password</button></p>
        {/if}
        <p>
            <label
                ><input
                    type="checkbox"
                    checked={letters.on}
                    onchange={(e) => letters.set(e.currentTarget.checked)}
                />
                single keys act (letters in the sheet, digits and <kbd>/</kbd> anywhere)</label
            >
        </p>
        <p>
            <button
                class="plain"
                type="button"
                onclick={() => campus.attempt(() => campus.signOut('everywhere'))}
                >Sign out on every machine, here too</button
            >
        </p>
        <form method="dialog">
            <button class="plain" type="button" onclick={() => campus.attempt(() => campus.signOut())}
                >Sign out</button
            >
            <button class="go">Close</button>
        </form>
    {/if}
</dialog>

<style>
    dialog {
        background: var(--sheet);
        color: var(--ink);
        border: 1px solid var(--hair);
        padding: 20px 26px;
        min-width: min(420px, 100%);
    }
    p {
        margin: 14px 0;
    }
    form {
        display: flex;
        justify-content: space-between;
        align-items: baseline;
    }
</style>
