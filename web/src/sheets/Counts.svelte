<script lang="ts" generics="K extends string">
    import { number } from '../frame/words'

    /** How many rows there are of each kind; choosing one shows only those. */
    let {
        name,
        all,
        kinds,
        chosen = $bindable(),
    }: {
        name: string
        all: number
        kinds: { key: K; mark: string; says: string; class: string; count: number }[]
        chosen: K | ''
    } = $props()
</script>

<div role="group" aria-label={name}>
    <button class:on={chosen === ''} aria-pressed={chosen === ''} onclick={() => (chosen = '')}>
        <b>{number(all)}</b> rows
    </button>
    {#each kinds.filter((one) => one.count > 0) as one (one.key)}
        <button
            class:on={chosen === one.key}
            aria-pressed={chosen === one.key}
            onclick={() => (chosen = one.key)}
        >
            <b class={one.class}>{one.mark} {number(one.count)}</b>
            {one.says}
        </button>
    {/each}
</div>

<style>
    div {
        display: flex;
        flex-wrap: wrap;
        gap: 8px;
        margin: 8px 0;
    }
    button {
        font: inherit;
        color: inherit;
        background: none;
        border: 0;
        border-bottom: 2px solid var(--hair);
        padding: 4px 8px;
        cursor: pointer;
    }
    .on {
        background: var(--chalk-wash);
        border-color: var(--chalk);
    }
</style>
