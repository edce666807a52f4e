<script lang="ts" generics="T extends Row">
    import type { Snippet } from 'svelte'
    import type { SvelteSet } from 'svelte/reactivity'
    import { takeFocus } from './focus'
    import { reached } from './steps'
    import { InSight } from './virtual.svelte'
    import type { Line, Row } from './lines'

    /** A sheet of which only the lines in sight are drawn: rows that can be marked, under the headings of their groups. */
    let {
        label,
        lines,
        columns,
        widths,
        marks,
        selected,
        select,
        cells,
        named = (row) => row.id,
    }: {
        label: string
        lines: Line<T>[]
        columns: string[]
        /** What each column takes of the width, as a grid says it. */
        widths: string
        /** Nothing can be marked without. */
        marks?: SvelteSet<string>
        selected: string
        select: (id: string) => void
        /** The cells of a row, one for each column. */
        cells: Snippet<[T]>
        /** What a row is called where it is marked. */
        named?: (row: T) => string
    } = $props()

    const ROW = 41
    const GROUP = 32
    const HEAD = 24
    let box = $state<HTMLElement>()
    let sight = $state<InSight>()
    const height = $derived.by(() => {
        const all = lines
        return (index: number) => (all[index]?.kind === 'group' ? GROUP : ROW)
    })
    const at = $derived(lines.findIndex((line) => line.kind === 'row' && line.row.id === selected))
    const tracks = $derived(`${marks ? '28px ' : ''}${widths}`)

    $effect(() => {
        if (!box) return
        const made = new InSight(box, HEAD, 0, () => GROUP)
        sight = made
        return () => made.end()
    })
    $effect(() => {
        if (box) takeFocus(box)
    })
    $effect(() => sight?.set(lines.length, height))
    $effect(() => {
        if (sight && at >= 0 && lines.length > 0) sight.show(at)
    })

    function toggle(id: string) {
        if (marks && !marks.delete(id)) marks.add(id)
    }

    function markAll() {
        const ids = lines.flatMap((line) => (line.kind === 'row' ? [line.row.id] : []))
        const all = ids.every((id) => marks?.has(id))
        ids.forEach((id) => (all ? marks?.delete(id) : marks?.add(id)))
    }

    function pressed(event: KeyboardEvent) {
        const to = reached(event.key, lines, at, Math.floor((box?.clientHeight ?? 0) / ROW) - 1)
        const current = lines[at]
        if (to?.kind === 'row') select(to.row.id)
        else if (event.key === ' ' && current?.kind === 'row') toggle(current.row.id)
        else if (event.key === 'a') markAll()
        else if (event.key === 'Enter') document.getElementById('margin')?.focus()
        else return
        event.preventDefault()
    }
</script>

<div
    class="box"
    bind:this={box}
    role="grid"
    tabindex="0"
    aria-label={label}
    aria-rowcount={lines.length + 1}
    aria-multiselectable={marks !== undefined}
    aria-activedescendant={at >= 0 ? `line-${at}` : undefined}
    onkeydown={pressed}
    id="sheet"
>
    <div class="head" role="row" aria-rowindex={1} style:grid-template-columns={tracks}>
        {#if marks}<span role="columnheader"><span class="unseen">Mark</span></span>{/if}
        {#each columns as name (name)}<span role="columnheader">{name}</span>{/each}
    </div>
    <div class="all" style:height="{sight?.total ?? 0}px" role="presentation">
        {#each sight?.items ?? [] as item, slot (slot)}
            {@const line = lines[item.index]}
            {#if line?.kind === 'group'}
                <div class="line group" style:top="{item.start}px" role="row" aria-rowindex={item.index + 2}>
                    <span role="gridcell"><b>{line.name}</b> <span class="soft">{line.says}</span></span>
                </div>
            {:else if line}
                {@const id = line.row.id}
                <!-- svelte-ignore a11y_click_events_have_key_events, a11y_interactive_supports_focus -->
                <div
                    class="line row"
                    class:on={id === selected}
                    id="line-{item.index}"
                    style:top="{item.start}px"
                    style:grid-template-columns={tracks}
                    role="row"
                    aria-rowindex={item.index + 2}
                    aria-selected={id === selected}
                    onclick={() => select(id)}
                >
                    {#if marks}
                        <span role="gridcell"
                            ><input
                                type="checkbox"
                                tabindex="-1"
                                aria-label="Mark {named(line.row)}"
                                checked={marks.has(id)}
                                onclick={(event) => event.stopPropagation()}
                                onchange={() => toggle(id)}
                            /></span
                        >
                    {/if}
                    {@render cells(line.row)}
                </div>
            {/if}
        {/each}
    </div>
</div>

<style>
    .box {
        flex: 1;
        min-height: 0;
        overflow: auto;
        position: relative;
    }
    .head {
        position: sticky;
        top: 0;
        z-index: 1;
        height: 24px;
        background: var(--sheet);
        color: var(--soft);
        font-size: 12px;
        font-weight: 600;
        align-items: center;
    }
    .head,
    .row {
        display: grid;
        gap: 14px;
        padding: 0 20px;
    }
    .all {
        position: relative;
        margin-top: -24px;
    }
    .line {
        position: absolute;
        left: 0;
        right: 0;
    }
    .group {
        height: 32px;
        padding: 6px 20px 0;
        border-top: 1px solid var(--hair);
        background: var(--paper);
        white-space: nowrap;
        overflow: hidden;
    }
    .row {
        height: 41px;
        border-top: 1px solid var(--faint);
        align-items: center;
        cursor: default;
        font-size: 13.5px;
    }
    .row.on {
        background: var(--chalk-wash);
    }
    .row > :global(*) {
        min-width: 0;
        overflow: hidden;
        white-space: nowrap;
        text-overflow: ellipsis;
    }
    input {
        width: 20px;
        height: 20px;
        min-height: 24px;
    }
</style>
