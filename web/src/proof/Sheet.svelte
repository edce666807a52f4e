<script lang="ts">
    import { MediaQuery, SvelteSet } from 'svelte/reactivity'
    import { daysBetween, moment, number, words } from '../frame/words'
    import { takeFocus } from '../parts/focus'
    import { reached } from '../parts/steps'
    import { InSight } from '../parts/virtual.svelte'
    import { ACTIONS, isCarriedOut, type Action } from './actions'
    import GroupHead from './GroupHead.svelte'
    import type { Line, Row } from './rows.svelte'

    /** The wide sheet: one line a shell, only those in sight drawn. */
    let {
        lines,
        selected,
        marks,
        stops,
        firstDay,
        lastDay,
        show,
        select,
        enter,
        edit,
    }: {
        lines: Line[]
        selected: string
        marks: SvelteSet<string>
        stops: Set<string>
        firstDay: string
        lastDay: string | null
        /** Which of the two stands in the sheet where there is no room for both. */
        show: 'title' | 'category'
        select: (key: string) => void
        enter: () => void
        edit: () => void
    } = $props()

    /** Where there is no room for all columns beside each other, a row has its title above its code. */
    const wide = typeof matchMedia === 'function' ? new MediaQuery('min-width: 1500px') : { current: true }
    const ROW = $derived(wide.current ? 29 : 41)
    const GROUP = 32
    const HEAD = 24
    const AROUND_DAYS = 28

    let box = $state<HTMLElement>()
    let sight = $state<InSight>()
    const height = $derived.by(() => {
        const row = ROW
        return (index: number) => (lines[index]?.kind === 'group' ? GROUP : row)
    })
    const at = $derived(lines.findIndex((l) => l.kind === 'row' && l.row.key === selected))

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

    const span = $derived(daysBetween(firstDay, lastDay ?? firstDay) + 2 * AROUND_DAYS)
    function place(iso: string): number {
        const days = daysBetween(firstDay, iso) + AROUND_DAYS
        return Math.max(0, Math.min(100, (100 * days) / span))
    }

    function mayMark(row: Row): boolean {
        return row.action === 'close' || row.sections.length > 0
    }

    function toggle(row: Row) {
        if (!mayMark(row)) return
        if (!marks.delete(row.key)) marks.add(row.key)
    }

    function markAll() {
        const keys = lines.flatMap((l) => (l.kind === 'row' && isCarriedOut(l.row) ? [l.row.key] : []))
        const all = keys.every((key) => marks.has(key))
        keys.forEach((key) => (all ? marks.delete(key) : marks.add(key)))
    }

    function pressed(event: KeyboardEvent) {
        const page = Math.floor((box?.clientHeight ?? 0) / ROW) - 1
        const to = reached(event.key, lines, at, page)
        const current = lines[at]
        if (to?.kind === 'row') {
            select(to.row.key)
        } else if (event.key === ' ' && current?.kind === 'row') {
            toggle(current.row)
        } else if (event.key === 'a') {
            markAll()
        } else if (event.key === 'Enter') {
            enter()
        } else if (event.key === 'e') {
            edit()
        } else {
            return
        }
        event.preventDefault()
    }
</script>

<div
    class="box"
    class:two={!wide.current}
    class:places={show === 'category'}
    bind:this={box}
    role="grid"
    tabindex="0"
    aria-label="Shells"
    aria-rowcount={lines.length + 1}
    aria-activedescendant={at >= 0 ? `line-${at}` : undefined}
    aria-multiselectable="true"
    onkeydown={pressed}
    id="sheet"
>
    <div class="row head" role="row" aria-rowindex={1}>
        {#each ['Mark', 'Will', 'Code', 'Title', 'Category', 'Snags', 'Open to students', 'Roster'] as name, i (name)}
            <span
                role="columnheader"
                class:act={i === 1}
                class:code={i === 2}
                class:title={i === 3}
                class:category={i === 4}
                class:snag={i === 5}
                class:win={i === 6}
                class:num={i === 7}><span class:unseen={i === 0}>{name}</span></span
            >
        {/each}
    </div>
    <div class="all" style:height="{sight?.total ?? 0}px" role="presentation">
        <!-- by their place: lines that scroll out become those that scroll in, which is less work than new ones -->
        {#each sight?.items ?? [] as item, slot (slot)}
            {@const line = lines[item.index]}
            {#if line?.kind === 'group'}
                <div class="line" style:top="{item.start}px" role="row" aria-rowindex={item.index + 2}>
                    <GroupHead name={line.name} under={line.under} rows={line.rows} />
                </div>
            {:else if line}
                {@const row = line.row}
                {@const action = ACTIONS[row.action as Action]}
                <!-- svelte-ignore a11y_click_events_have_key_events, a11y_interactive_supports_focus -->
                <div
                    class="line row"
                    class:on={row.key === selected}
                    style:top="{item.start}px"
                    id="line-{item.index}"
                    role="row"
                    aria-rowindex={item.index + 2}
                    aria-selected={marks.has(row.key)}
                    onclick={() => select(row.key)}
                >
                    <!-- svelte-ignore a11y_click_events_have_key_events, a11y_interactive_supports_focus -->
                    <span
                        role="gridcell"
                        class="mark"
                        class:may={mayMark(row)}
                        aria-label={marks.has(row.key) ? 'marked' : 'not marked'}
                        onclick={() => toggle(row)}>{marks.has(row.key) ? '☑' : mayMark(row) ? '☐' : ''}</span
                    >
                    <span role="gridcell" class="act {action.class}">{action.mark} {row.action}</span>
                    <span role="gridcell" class="mono code" title={row.code}>{row.code}</span>
                    <span role="gridcell" class="title" class:soft={row.action === 'keep'} title={row.title}
                        >{row.title}</span
                    >
                    <span role="gridcell" class="category soft" title={row.category}>{row.category}</span>
                    <span role="gridcell" class="snag">
                        {#each row.snags.slice(0, 2) as snag, i (snag)}{i > 0 ? ', ' : ''}<span
                                class={stops.has(snag) ? 'brick' : 'ochre'}>{words(snag)}</span
                            >{/each}{row.snags.length > 2 ? ` +${row.snags.length - 2}` : ''}
                    </span>
                    <span
                        role="gridcell"
                        class="win"
                        title={row.opens ? `${moment(row.opens)} to ${moment(row.closes)}` : 'never'}
                    >
                        <span class="unseen">{moment(row.opens)} to {moment(row.closes)}</span>
                        {#if row.opens && row.closes}
                            <i
                                class:b={row.action === 'stop'}
                                style:left="{place(row.opens)}%"
                                style:right="{100 - place(row.closes)}%"
                            ></i>
                        {/if}
                    </span>
                    <span role="gridcell" class="num">{number(row.students)}</span>
                </div>
            {/if}
        {/each}
    </div>
</div>

<style>
    .box {
        flex: 1;
        min-height: 0;
        overflow-y: auto;
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
    .row {
        display: grid;
        gap: 10px;
        padding: 0 20px;
        height: 29px;
        align-items: center;
        border-top: 1px solid var(--faint);
        white-space: nowrap;
    }
    .row > * {
        overflow: hidden;
        text-overflow: ellipsis;
    }
    .head {
        height: 24px;
        font-size: 12px;
        color: var(--soft);
        border-top: 1px solid var(--hair);
        background: var(--paper);
        position: sticky;
        top: 0;
        z-index: 1;
    }
    .row.on {
        background: var(--chalk-wash);
        box-shadow: inset 0 -1.5px var(--chalk);
    }
    .act {
        font-weight: 600;
        font-size: 13px;
    }
    .mark.may {
        cursor: pointer;
        color: var(--chalk);
    }
    .snag {
        font-size: 12.5px;
    }
    .win {
        position: relative;
        height: 12px;
    }
    .win:before {
        content: '';
        position: absolute;
        left: 12%;
        right: 14%;
        top: 5px;
        height: 2px;
        background: var(--hair);
    }
    .win i {
        position: absolute;
        top: 3px;
        height: 6px;
        background: var(--chalk);
    }
    .win i.b {
        background: none;
        border: 1.5px solid var(--brick);
    }
    .category,
    .places .title {
        display: none;
    }
    .places .category {
        display: block;
    }
    @media (min-width: 1500px) {
        .row {
            grid-template-columns: 20px 68px 200px minmax(80px, 3fr) minmax(80px, 2fr) 130px 104px 44px;
        }
        .row .title,
        .row .category {
            display: block;
        }
    }
    /* two lines: the title above, below it the code and what is the matter */
    .two .row {
        grid-template-columns: 20px 70px minmax(0, 1fr) fit-content(50%) 96px 44px;
        grid-template-rows: 21px 18px;
        height: 41px;
        align-items: baseline;
        column-gap: 10px;
        row-gap: 0;
        padding-top: 1px;
    }
    .two .row > * {
        grid-row: 1;
    }
    .two .row .title,
    .two .row .category {
        grid-column: 3 / 5;
    }
    .two .row .code {
        grid-column: 3;
        grid-row: 2;
        color: var(--soft);
    }
    .two .row .snag {
        grid-column: 4;
        grid-row: 2;
    }
    .two .row .win {
        grid-column: 5;
    }
    .two .row .num {
        grid-column: 6;
    }
    .two .row .win:not([role='columnheader']) {
        grid-row: 1 / 3;
        align-self: center;
    }
    .two .row.head {
        grid-template-rows: 24px;
        height: 24px;
        align-items: center;
        padding-top: 0;
    }
    .two .row.head .code {
        display: none;
    }
    .two .row.head .title,
    .two .row.head .category {
        grid-column: 3;
    }
    .two .row.head .snag {
        display: none;
    }
    .head .win:before {
        display: none;
    }
    .head .win {
        height: auto;
    }
</style>
