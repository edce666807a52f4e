<script lang="ts">
    import { tick } from 'svelte'
    import { takeFocus } from '../parts/focus'
    import { InSight } from '../parts/virtual.svelte'
    import { inShort, OUTCOMES } from './outcomes'
    import { widths } from './widths'
    import { sheet } from './sheet.svelte'

    /** The rows as they came, each with what it is; a cell is corrected where it stands. */
    let {
        shown,
        selected = $bindable(),
        column = $bindable(),
    }: { shown: number[]; selected: number; column: number } = $props()

    const ROW = 46
    const HEAD = 54

    let box = $state<HTMLElement>()
    let sight = $state<InSight>()
    let editing = $state(false)
    let field = $state<HTMLInputElement>()

    const judged = $derived(sheet.judged)
    const width = $derived(sheet.rows[0]?.length ?? 0)
    const headings = $derived(judged && judged.header >= 0 ? (sheet.rows[judged.header] ?? []) : [])
    const at = $derived(shown.indexOf(selected))
    const template = $derived(`38px 158px ${widths(sheet.rows, width).join(' ')}`)

    $effect(() => {
        if (!box) return
        const made = new InSight(box, HEAD, 0, () => ROW)
        sight = made
        takeFocus(box)
        return () => made.end()
    })
    $effect(() => sight?.set(shown.length, () => ROW))
    $effect(() => {
        if (sight && at >= 0) sight.show(at)
    })

    function isCell(row: number, i: number, weight: 'WRONG' | 'NOTE'): boolean {
        return (
            sheet.byNumber.get(row)?.remarks.some((one) => one.column === i && one.weight === weight) ?? false
        )
    }

    async function edit() {
        editing = true
        await tick()
        field?.focus()
        field?.select()
    }

    function done(text: string, to: 'stay' | 'next' | 'below' = 'stay') {
        if (!editing) return
        editing = false
        if (sheet.rows[selected]?.[column] !== text) sheet.put(selected, column, text)
        if (to === 'next') column = Math.min(column + 1, width - 1)
        if (to === 'below') selected = shown[at + 1] ?? selected
        if (to !== 'stay') box?.focus()
    }

    function typed(event: KeyboardEvent & { currentTarget: HTMLInputElement }) {
        event.stopPropagation()
        if (event.key === 'Enter') done(event.currentTarget.value, 'below')
        else if (event.key === 'Tab') done(event.currentTarget.value, 'next')
        else if (event.key === 'Escape') {
            editing = false
            box?.focus()
        } else return
        event.preventDefault()
    }

    function pasted(event: ClipboardEvent) {
        const text = event.clipboardData?.getData('text/plain') ?? ''
        if (!/[\t\n]/.test(text.trim())) return
        event.preventDefault()
        event.stopPropagation()
        editing = false
        sheet.put(selected, column, text)
        box?.focus()
    }

    function pressed(event: KeyboardEvent) {
        const page = Math.max(1, Math.floor((box?.clientHeight ?? 0) / ROW) - 2)
        const moves: Record<string, number> = {
            ArrowDown: at + 1,
            ArrowUp: at - 1,
            PageDown: at + page,
            PageUp: at - page,
            Home: 0,
            End: shown.length - 1,
        }
        const to = moves[event.key]
        if (to !== undefined) selected = shown[Math.max(0, Math.min(shown.length - 1, to))] ?? selected
        else if (event.key === 'ArrowRight') column = Math.min(column + 1, width - 1)
        else if (event.key === 'ArrowLeft') column = Math.max(column - 1, 0)
        else if (event.key === 'Enter' || event.key === 'e') void edit()
        else if (event.key === ' ') sheet.toggle(sheet.out, selected)
        else return
        event.preventDefault()
    }
</script>

<div
    class="box"
    bind:this={box}
    role="grid"
    tabindex="0"
    aria-label="Rows of the sheet"
    aria-rowcount={shown.length + 1}
    aria-activedescendant={at >= 0 ? `cell-${selected}-${column}` : undefined}
    onkeydown={pressed}
    id="sheet"
>
    <div class="row head" role="row" aria-rowindex={1} style:grid-template-columns={template}>
        <span role="columnheader">Row</span>
        <span role="columnheader">What it is</span>
        {#each judged?.columns ?? [] as one, i (i)}
            <span role="columnheader">
                <span class="heading" title={headings[i]}>{headings[i] || `column ${i + 1}`}</span>
                <select
                    aria-label="{headings[i] || `column ${i + 1}`} is"
                    value={one.key}
                    onkeydown={(e) => e.stopPropagation()}
                    onchange={(e) => sheet.setColumn(i, e.currentTarget.value)}
                >
                    <option value="">not read</option>
                    {#if one.key.startsWith('seats:')}<option value={one.key}>{one.name}</option>{/if}
                    {#each sheet.columns as may (may.key)}<option value={may.key}>{may.name}</option>{/each}
                </select>
            </span>
        {/each}
    </div>
    <div class="all" style:height="{sight?.total ?? 0}px" role="presentation">
        {#each sight?.items ?? [] as item, slot (slot)}
            {@const number = shown[item.index] ?? -1}
            {@const judgedRow = sheet.byNumber.get(number)}
            {@const out = sheet.out.has(number)}
            <!-- svelte-ignore a11y_click_events_have_key_events, a11y_interactive_supports_focus -->
            <div
                class="row line"
                class:on={number === selected}
                class:out
                style:top="{item.start}px"
                style:grid-template-columns={template}
                role="row"
                aria-rowindex={item.index + 2}
                aria-selected={number === selected}
            >
                <span role="rowheader" class="num soft">{number + 1}</span>
                <span role="gridcell" class="is" onclick={() => (selected = number)}>
                    {#if judgedRow}
                        <b class={out ? 'soft' : OUTCOMES[judgedRow.outcome].class}
                            >{OUTCOMES[judgedRow.outcome].mark}
                            {out ? 'taken out' : OUTCOMES[judgedRow.outcome].says}</b
                        >
                    {/if}
                </span>
                {#each sheet.rows[number] ?? [] as cell, i (i)}
                    <span
                        role="gridcell"
                        id="cell-{number}-{i}"
                        class="cell"
                        class:here={number === selected && i === column}
                        class:wrong={isCell(number, i, 'WRONG')}
                        class:note={isCell(number, i, 'NOTE')}
                        title={cell}
                        onclick={() => {
                            if (number === selected && i === column) void edit()
                            selected = number
                            column = i
                        }}
                    >
                        {#if editing && number === selected && i === column}
                            <input
                                bind:this={field}
                                value={cell}
                                aria-label="{headings[i] || `column ${i + 1}`}, row {number + 1}"
                                maxlength="4000"
                                onkeydown={typed}
                                onpaste={pasted}
                                onblur={(e) => done(e.currentTarget.value)}
                            />
                        {:else}{cell}{/if}
                    </span>
                {/each}
                <span role="gridcell" class="says soft" title={judgedRow ? inShort(judgedRow) : ''}
                    >{judgedRow ? inShort(judgedRow) : ''}</span
                >
            </div>
        {/each}
    </div>
</div>

<style>
    .box {
        flex: 1;
        min-height: 0;
        overflow: auto;
        margin: 0 -20px;
    }
    .all {
        position: relative;
        margin-top: -54px;
    }
    .row {
        display: grid;
        column-gap: 10px;
        padding: 0 20px;
        align-items: start;
        width: max-content;
        min-width: 100%;
    }
    .line {
        position: absolute;
        left: 0;
        right: 0;
        height: 46px;
        border-top: 1px solid var(--faint);
        padding-top: 3px;
        white-space: nowrap;
        grid-template-rows: 22px 18px;
    }
    .line > * {
        overflow: hidden;
        text-overflow: ellipsis;
    }
    .head {
        position: sticky;
        top: 0;
        z-index: 1;
        height: 54px;
        background: var(--paper);
        border-top: 1px solid var(--hair);
        font-size: 12px;
        color: var(--soft);
        align-items: end;
        padding-bottom: 4px;
    }
    .head select {
        width: 100%;
        min-height: 24px;
        font-weight: 600;
        color: var(--ink);
    }
    .heading {
        display: block;
        overflow: hidden;
        text-overflow: ellipsis;
        white-space: nowrap;
    }
    .says {
        grid-column: 2 / -1;
        grid-row: 2;
        font-size: 12.5px;
        max-width: 900px;
    }
    .is {
        font-size: 13px;
        cursor: pointer;
    }
    .cell {
        cursor: text;
        border-bottom: 1.5px solid transparent;
    }
    .cell.note {
        border-bottom: 1.5px dotted var(--ochre);
    }
    .cell.wrong {
        border-bottom: 2px solid var(--brick);
        background: var(--brick-wash);
        min-height: 20px;
    }
    .cell input {
        width: 100%;
        background: var(--sheet);
    }
    .on {
        background: var(--chalk-wash);
    }
    .box:focus-visible .here {
        outline: 2px solid var(--chalk);
        outline-offset: 0;
    }
    .here {
        box-shadow: inset 0 -2px var(--chalk);
    }
    .out .cell {
        text-decoration: line-through;
        color: var(--soft);
    }
</style>
