<script lang="ts">
    import type { Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { follow, route } from '../frame/nav.svelte'
    import { count, instant, number } from '../frame/words'

    /** The last lists side by side: how many sections each had, and how many students added and dropped. */
    let { nights, shown }: { nights: Api['ArrivalNight'][]; shown: number | undefined } = $props()

    const HEIGHT = 26
    const mostSections = $derived(Math.max(1, ...nights.map((n) => n.sections)))
    // what was held would dwarf all others
    const mostMoves = $derived(
        Math.max(1, ...nights.filter((n) => n.state === 'KEPT').flatMap((n) => [n.adds, n.drops])),
    )

    function height(n: number, most: number): string {
        return n === 0 ? '0' : `${Math.max(1, Math.min(HEIGHT, (HEIGHT * n) / most))}px`
    }

    function says(night: Api['ArrivalNight']): string {
        const state = night.state === 'HELD' ? ', held' : night.state === 'TURNED_AWAY' ? ', turned away' : ''
        return `${instant(night.receivedAt, campus.zone)}: ${count(night.sections, 'section')} (${number(night.cameIn)} in, ${number(night.wentOut)} out), ${count(night.adds, 'add')}, ${count(night.drops, 'drop')}${state}`
    }
</script>

<figure>
    <figcaption class="soft">
        The last {nights.length} lists: <i class="key sections"></i> sections <i class="key adds"></i> adds
        <i class="key drops"></i> drops, up to {number(mostMoves)}
    </figcaption>
    <!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_click_events_have_key_events -->
    <ol onclick={follow}>
        {#each nights as night (night.id)}
            <li class:shown={night.id === shown} class:held={night.state !== 'KEPT'}>
                <a
                    href={route.href('arrivals', { id: String(night.id) })}
                    aria-label={says(night)}
                    title={says(night)}
                    aria-current={night.id === shown}
                >
                    <i class="sections" style:height={height(night.sections, mostSections)}></i>
                    <span class="moves">
                        <i class="adds" style:height={height(night.adds, mostMoves)}></i>
                        <i class="drops" style:height={height(night.drops, mostMoves)}></i>
                    </span>
                    {#if night.state !== 'KEPT'}<b class="brick" aria-hidden="true">■</b>{/if}
                </a>
            </li>
        {/each}
    </ol>
</figure>

<style>
    figure {
        margin: 12px 0 4px;
    }
    figcaption {
        font-size: 12.5px;
    }
    ol {
        list-style: none;
        display: flex;
        padding: 0;
        margin: 6px 0 0;
        border-bottom: 1px solid var(--hair);
    }
    li {
        flex: 1;
        min-width: 24px;
        max-width: 46px;
    }
    a {
        display: flex;
        align-items: flex-end;
        justify-content: center;
        gap: 2px;
        height: 40px;
        padding: 0 3px;
        text-decoration: none;
        border: 0;
    }
    .shown a {
        background: var(--chalk-wash);
    }
    i {
        display: block;
        width: 7px;
    }
    .moves {
        display: flex;
        align-items: flex-end;
        gap: 1px;
    }
    .moves i {
        width: 4px;
    }
    .sections {
        background: var(--chalk);
    }
    .held .sections {
        background: none;
        border: 1px solid var(--brick);
    }
    .adds {
        background: var(--moss);
    }
    .drops {
        background: var(--brick);
    }
    .key {
        display: inline-block;
        width: 8px;
        height: 8px;
        margin: 0 2px 0 8px;
    }
    b {
        font-size: 9px;
        align-self: flex-start;
    }
</style>
