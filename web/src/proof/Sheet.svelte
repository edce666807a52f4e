<script lang="ts">
    import { SvelteSet } from 'svelte/reactivity'
    import { daysBetween, moment, number, words } from '../frame/words'
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

    const ROW = 29
    const GROUP = 32
    const HEAD = 24
    const AROUND_DAYS = 28

    let box = $state<HTMLElement>()
    let sight = $state<InSight>()
    const height = (index: number) => (lines[index]?.kind === 'group' ? GROUP : ROW)
    const at = $derived(lines.findIndex((l) => l.kind === 'row' && l.row.key === selected))

    $effect(() => {
        if (!box) return
        const made = new InSight(box, HEAD, 0, () => ROW)
        sight = made
        return () => made.end()
    })
    $effect(() => {
        const at = document.activeElement
        if (box && (at === document.body || at?.tagName === 'MAIN')) box.focus({ preventScroll: true })
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
            <span role="columnheader" class:num={i === 7} class:title={i === 3} class:category={i === 4}
                ><span class:unseen={i === 0}>{name}</span></span
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
                    <span role="gridcell" class="mono" title={row.code}>{row.code}</span>
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
        outline-offset: -2px;
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
        grid-template-columns: 20px 68px 168px minmax(80px, 1fr) 118px 104px 44px;
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
    .box:focus-visible:has(.on) {
        outline: 0;
    }
    .box:focus-visible .row.on {
        outline: 2px solid var(--chalk);
        outline-offset: -2px;
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
    @media (max-width: 1100px) {
        .row {
            grid-template-columns: 20px 64px 130px minmax(60px, 1fr) 90px 60px 40px;
        }
    }
</style>
