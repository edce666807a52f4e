<script lang="ts">
    import { number } from '../frame/words'
    import { whenInWords, type Layer } from './edits'

    /** The layers from top to bottom; the lowest that matches a section wins. */
    let {
        layers,
        matches,
        chosen,
        choose,
        add,
    }: {
        layers: Layer[]
        matches: number[]
        chosen: number
        choose: (index: number) => void
        add: (() => void) | undefined
    } = $props()
</script>

<section aria-label="The stack">
    <p class="head"><b>The stack</b> <span class="soft">the lowest that matches wins</span></p>
    <ol>
        {#each layers as layer, i (i)}
            <li class:on={i === chosen}>
                <button onclick={() => choose(i)} aria-current={i === chosen}>
                    <i>{i + 1}</i>
                    <span>
                        <b class:off={layer.off}>{layer.name || 'without a name'}</b>
                        <span class="soft">
                            {layer.off ? 'off, ' : ''}{layer.when.length === 0
                                ? ''
                                : `${whenInWords(layer)}, `}{matches[i] === undefined
                                ? ''
                                : `${number(matches[i])} sections`}
                        </span>
                    </span>
                </button>
            </li>
        {/each}
    </ol>
    {#if add}<p class="add">
            <button class="plain" onclick={add}>Add a layer under {chosen + 1}</button>
        </p>{/if}
</section>

<style>
    section {
        width: 296px;
        flex: none;
        background: var(--paper);
        border-right: 1px solid var(--hair);
        overflow: auto;
    }
    .head {
        padding: 14px 20px 10px;
        display: flex;
        gap: 16px;
        align-items: baseline;
        justify-content: space-between;
        font-size: 13px;
    }
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
    li button {
        display: flex;
        gap: 12px;
        width: 100%;
        text-align: left;
        padding: 6px 12px 7px 17px;
        font: inherit;
        color: inherit;
        background: none;
        border: 0;
        cursor: pointer;
    }
    i {
        font: 12px var(--mono);
        color: var(--soft);
        min-width: 14px;
        padding-top: 2px;
    }
    button > span > b,
    button > span > span {
        display: block;
    }
    button > span > span {
        font-size: 12.5px;
    }
    .off {
        font-weight: 400;
        text-decoration: line-through;
    }
    .add {
        padding: 8px 20px;
        border-top: 1px solid var(--hair);
    }
    @media (max-width: 1100px) {
        section {
            width: 200px;
        }
    }
</style>
