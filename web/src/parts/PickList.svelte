<script lang="ts" generics="T">
    import type { Snippet } from 'svelte'

    /** A list beside the sheet of which one is chosen. */
    let {
        items,
        id,
        chosen,
        choose,
        content,
    }: {
        items: T[]
        id: (item: T, index: number) => string | number
        chosen: string | number | undefined
        choose: (item: T, index: number) => void
        content: Snippet<[T, number]>
    } = $props()
</script>

<ol>
    {#each items as item, i (id(item, i))}
        {@const on = id(item, i) === chosen}
        <li class:on>
            <button aria-current={on} onclick={() => choose(item, i)}>{@render content(item, i)}</button>
        </li>
    {/each}
</ol>

<style>
    ol {
        list-style: none;
        margin: 0;
        padding: 0;
    }
    li {
        border-top: 1px solid var(--hair);
        border-left: 3px solid transparent;
    }
    li.on {
        border-left-color: var(--chalk);
        background: var(--sheet);
    }
    button {
        display: block;
        width: 100%;
        text-align: left;
        padding: 6px 12px 7px 17px;
        font: inherit;
        color: inherit;
        background: none;
        border: 0;
        cursor: pointer;
        overflow-wrap: anywhere;
    }
</style>
