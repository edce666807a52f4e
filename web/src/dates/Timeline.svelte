<script lang="ts">
    import type { SvelteSet } from 'svelte/reactivity'
    import type { Api } from '../api/client'
    import { count, day as dayWords, moment } from '../frame/words'
    import { takeFocus } from '../parts/focus'
    import { reached } from '../parts/steps'
    import { InSight } from '../parts/virtual.svelte'
    import type { Edge, Line, Row } from './availability.svelte'
    import Axis from './Axis.svelte'
    import SectionLine from './SectionLine.svelte'
    import Ground from './Ground.svelte'
    import { bar, dayNumber, windowOf, type Range } from './time'

    /** Windows as bars under the weeks of the term; only the lines in sight are drawn. */
    let {
        frame,
        lines,
        range,
        cursor,
        selected,
        marks,
        after,
        mayChange,
        select,
        move,
        pan,
    }: {
        frame: Api['DateFrame']
        lines: Line[]
        range: Range
        /** The day of the cursor. */
        cursor: number
        selected: string
        marks: SvelteSet<string>
        /** Shells as an edit would leave them. */
        after: Map<string, Row>
        mayChange: boolean
        select: (key: string) => void
        move: (key: string, edge: Edge, days: number) => void
        pan: (days: number) => void
    } = $props()

    const HEIGHTS = { group: 30, row: 26, section: 21 }
    const HEAD = 44

    let box = $state<HTMLElement>()
    let track = $state<HTMLElement>()
    let sight = $state<InSight>()
    /** An edge on the way: whose, and by how many days so far. */
    let drag = $state<{ key: string; edge: Edge; from: number; days: number } | null>(null)
    const height = (index: number) => HEIGHTS[lines[index]?.kind ?? 'row']
    const chosenAt = $derived(lines.findIndex((l) => l.kind === 'row' && l.row.key === selected))
    $effect(() => {
        if (!box) return
        const made = new InSight(box, HEAD, 0, () => HEIGHTS.row)
        sight = made
        return () => made.end()
    })
    $effect(() => sight?.set(lines.length, height))
    $effect(() => {
        if (sight && chosenAt >= 0) sight.show(chosenAt)
    })

    $effect(() => {
        if (box) takeFocus(box)
    })

    /** A bar while an edge of it is dragged. */
    function dragged(row: Row) {
        const by = drag && (drag.key === row.key || (marks.has(drag.key) && marks.has(row.key))) ? drag : null
        const now = after.get(row.key) ?? row
        if (!now.opens || !now.closes) return null
        return bar(
            dayNumber(now.opens) + (by?.edge === 'opens' ? by.days : 0),
            dayNumber(now.closes) + (by?.edge === 'closes' ? by.days : 0),
            range,
        )
    }

    function began(event: PointerEvent, key: string, edge: Edge) {
        if (!mayChange) return
        select(key)
        drag = { key, edge, from: event.clientX, days: 0 }
        ;(event.target as Element).setPointerCapture(event.pointerId)
        event.preventDefault()
        event.stopPropagation()
    }

    function goesOn(event: PointerEvent) {
        if (!drag || !track) return
        const perDay = track.clientWidth / (range.to - range.from)
        const days = Math.round((event.clientX - drag.from) / perDay)
        drag = { ...drag, days: event.shiftKey ? Math.round(days / 7) * 7 : days }
    }

    function ended() {
        if (drag && drag.days !== 0) move(drag.key, drag.edge, drag.days)
        drag = null
    }

    function toggle(key: string) {
        if (!marks.delete(key)) marks.add(key)
    }

    function pressed(event: KeyboardEvent) {
        const page = Math.floor((box?.clientHeight ?? 0) / HEIGHTS.row) - 3
        const to = reached(event.key, lines, chosenAt, page)
        if (to?.kind === 'row') {
            select(to.row.key)
        } else if (event.key === ' ' && selected) toggle(selected)
        else if (event.key === 'a') markAll()
        else if (event.key === 'Enter') document.getElementById('margin')?.focus()
        else return
        event.preventDefault()
    }

    function markAll() {
        const keys = lines.flatMap((line) => (line.kind === 'row' ? [line.row.key] : []))
        const all = keys.every((key) => marks.has(key))
        keys.forEach((key) => (all ? marks.delete(key) : marks.add(key)))
    }

    function wheeled(event: WheelEvent) {
        const sideways = event.deltaX || (event.shiftKey ? event.deltaY : 0)
        if (sideways === 0 || !track) return
        pan((sideways * (range.to - range.from)) / track.clientWidth)
        event.preventDefault()
    }
</script>

<div
    class="box"
    bind:this={box}
    role="grid"
    tabindex="0"
    id="sheet"
    aria-label="Windows"
    aria-rowcount={lines.length}
    aria-multiselectable="true"
    aria-activedescendant={chosenAt >= 0 ? `line-${chosenAt}` : undefined}
    onkeydown={pressed}
    onwheel={wheeled}
>
    <Axis {frame} {range} {cursor} bind:track />
    <div class="all" style:height="{sight?.total ?? 0}px" role="presentation">
        <Ground {frame} {range} {cursor} />
        <!-- by their place: lines that scroll out become those that scroll in -->
        {#each sight?.items ?? [] as item, slot (slot)}
            {@const line = lines[item.index]}
            {#if line?.kind === 'group'}
                <div class="line group" style:top="{item.start}px" role="row" aria-rowindex={item.index + 1}>
                    <span role="gridcell"
                        ><b>{line.name}</b> <span class="soft">{count(line.rows.length, 'shell')}</span></span
                    >
                </div>
            {:else if line?.kind === 'row'}
                {@const row = line.row}
                {@const now = dragged(row)}
                {@const was = after.has(row.key) ? windowOf(row.opens, row.closes, range) : null}
                <!-- svelte-ignore a11y_click_events_have_key_events, a11y_interactive_supports_focus -->
                <div
                    class="line"
                    class:on={row.key === selected}
                    style:top="{item.start}px"
                    style:height="{HEIGHTS.row}px"
                    id="line-{item.index}"
                    role="row"
                    aria-rowindex={item.index + 1}
                    aria-selected={marks.has(row.key)}
                    onclick={() => select(row.key)}
                >
                    <span class="name" role="gridcell" title={row.title}>
                        <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
                        <span class="mark" onclick={() => toggle(row.key)}
                            >{marks.has(row.key) ? '☑' : '☐'}</span
                        >
                        {row.name}<span class="soft">{row.part ? `, ${row.part.toLowerCase()}` : ''}</span>
                    </span>
                    <span
                        class="track"
                        role="gridcell"
                        aria-label="{moment(row.opens)} to {moment(row.closes)}{row.keptOut > 0
                            ? `, ${row.keptOut} kept out`
                            : ''}"
                    >
                        {#if was}<i class="bar was" style:left="{was.left}%" style:width="{was.width}%"
                            ></i>{/if}
                        {#if now}
                            <i
                                class="bar"
                                class:shut={!row.open}
                                style:left="{now.left}%"
                                style:width="{now.width}%"
                            >
                                {#if mayChange}
                                    <!-- svelte-ignore a11y_no_static_element_interactions -->
                                    <b
                                        class="edge opens"
                                        onpointerdown={(e) => began(e, row.key, 'opens')}
                                        onpointermove={goesOn}
                                        onpointerup={ended}
                                    ></b>
                                    <!-- svelte-ignore a11y_no_static_element_interactions -->
                                    <b
                                        class="edge closes"
                                        onpointerdown={(e) => began(e, row.key, 'closes')}
                                        onpointermove={goesOn}
                                        onpointerup={ended}
                                    ></b>
                                {/if}
                            </i>
                        {/if}
                        {#if drag && drag.key === row.key && drag.days !== 0}
                            <span class="told"
                                >{dayWords(drag.edge === 'opens' ? row.opens : row.closes)}
                                {drag.days > 0 ? '+' : '−'}{Math.abs(drag.days)} d</span
                            >
                        {/if}
                    </span>
                </div>
            {:else if line}
                {@const section =
                    after.get(line.row.key)?.sections.find((d) => d.id === line.section.id) ?? line.section}
                <div
                    class="line"
                    class:on={line.row.key === selected}
                    style:top="{item.start}px"
                    style:height="{HEIGHTS.section}px"
                    role="row"
                    aria-rowindex={item.index + 1}
                >
                    <SectionLine row={line.row} {section} {range} />
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
        --names: 270px;
    }
    .all {
        position: relative;
        margin-top: -44px;
    }
    .line {
        position: absolute;
        left: 0;
        right: 0;
        display: grid;
        grid-template-columns: var(--names) 1fr;
        align-items: center;
    }
    .group {
        height: 30px;
        background: var(--paper);
        padding-left: 20px;
        border-bottom: 1px solid var(--hair);
    }
    .group span {
        white-space: nowrap;
        overflow: hidden;
        text-overflow: ellipsis;
        max-width: calc(100vw - 420px);
    }
    .on {
        background: color-mix(in srgb, var(--chalk-wash) 70%, transparent);
    }
    .name {
        padding-left: 20px;
        white-space: nowrap;
        overflow: hidden;
        text-overflow: ellipsis;
    }
    .mark {
        cursor: pointer;
        margin-right: 6px;
        color: var(--soft);
    }
    .track {
        position: relative;
        min-width: 0;
        height: 100%;
        overflow: hidden;
    }
    .bar {
        position: absolute;
        top: 8px;
        height: 10px;
        background: var(--chalk);
    }
    .bar.shut {
        background: var(--chalk-wash);
        border: 1.5px solid var(--chalk);
    }
    .bar.was {
        background: none;
        border: 1px dashed var(--soft);
        top: 5px;
        height: 16px;
    }
    .edge {
        position: absolute;
        top: -7px;
        bottom: -7px;
        width: 9px;
        cursor: ew-resize;
        touch-action: none;
    }
    .opens {
        left: -4px;
    }
    .closes {
        right: -4px;
    }
    .told {
        position: absolute;
        top: 3px;
        left: 8px;
        font: 12px var(--mono);
        background: var(--sheet);
        padding: 0 6px;
    }
</style>
