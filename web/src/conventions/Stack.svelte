<script lang="ts">
    import { number } from '../frame/words'
    import PickList from '../parts/PickList.svelte'
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
    <PickList items={layers} id={(_, i) => i} {chosen} choose={(_, i) => choose(i)}>
        {#snippet content(layer, i)}
            <span class="one">
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
            </span>
        {/snippet}
    </PickList>
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
    i {
        font: 12px var(--mono);
        color: var(--soft);
        min-width: 14px;
        padding-top: 2px;
    }
    .one {
        display: flex;
        gap: 12px;
    }
    .one b,
    .one span span {
        display: block;
    }
    .one span span {
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
