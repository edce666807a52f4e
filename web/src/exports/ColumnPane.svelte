<script lang="ts">
    import type { Word } from '../conventions/complete'
    import type { ProfileEdit } from './profile.svelte'

    /** What is said of one column beside its heading and its pattern. */
    let {
        edit,
        at = $bindable(),
        tokens,
        disabled,
    }: { edit: ProfileEdit; at: number; tokens: Word[]; disabled: boolean } = $props()

    const column = $derived(edit.draft.columns[at])
    let find = $state('')
    const found = $derived(
        tokens.filter((one) => `${one.name} ${one.help}`.toLowerCase().includes(find.toLowerCase())),
    )

    function put(token: string) {
        if (column) edit.column(at, { value: `${column.value}{${token}}` })
    }
</script>

{#if column}
    <section aria-label="The column">
        <h2>{column.heading || `Column ${at + 1}`}</h2>
        <p>
            <label
                ><input
                    type="checkbox"
                    checked={column.needed}
                    {disabled}
                    onchange={(e) => edit.column(at, { needed: e.currentTarget.checked })}
                /> the LMS needs it: rows without it are left out</label
            >
        </p>
        <p>
            <label
                >At most <input
                    class="number num"
                    inputmode="numeric"
                    value={column.longest || ''}
                    placeholder="any"
                    {disabled}
                    oninput={(e) =>
                        edit.column(at, { longest: Number(e.currentTarget.value.replace(/\D/g, '')) })}
                /> characters</label
            >
        </p>
        {#if !disabled}
            <p class="acts">
                <button class="plain" disabled={at === 0} onclick={() => (at = edit.move(at, -1))}
                    >To the left</button
                >
                <button
                    class="plain"
                    disabled={at === edit.draft.columns.length - 1}
                    onclick={() => (at = edit.move(at, 1))}>To the right</button
                >
                <button
                    class="plain"
                    disabled={edit.draft.columns.length === 1}
                    onclick={() => {
                        edit.remove(at)
                        at = Math.max(0, at - 1)
                    }}>Take it out</button
                >
            </p>
        {/if}
        <h3 class="tokens"><label for="find-token">What can stand in it</label></h3>
        <input id="find-token" bind:value={find} placeholder="find, as opens or mail" />
        <ul>
            {#each found as token (token.name)}
                <li>
                    <button class="mono" {disabled} onclick={() => put(token.name)}
                        >&#123;{token.name}&#125;</button
                    >
                    <span class="soft">{token.help}</span>
                </li>
            {/each}
        </ul>
    </section>
{/if}

<style>
    section {
        margin-bottom: 20px;
    }
    p {
        margin-top: 6px;
    }
    .number {
        width: 5ch;
    }
    .acts {
        display: flex;
        gap: 14px;
    }
    .tokens {
        margin-top: 14px;
    }
    #find-token {
        width: 100%;
    }
    ul {
        list-style: none;
        margin: 4px 0 0;
        padding: 0;
        max-height: 240px;
        overflow: auto;
        border-bottom: 1px solid var(--hair);
    }
    li {
        border-top: 1px solid var(--hair);
        padding: 2px 0;
        font-size: 12.5px;
    }
    li button {
        color: var(--chalk);
        background: none;
        border: 0;
        padding: 0;
        cursor: pointer;
    }
</style>
