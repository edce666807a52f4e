<script lang="ts">
    import { onMount } from 'svelte'
    import { SvelteMap } from 'svelte/reactivity'
    import { campus } from '../frame/campus.svelte'
    import { route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { count, number, words } from '../frame/words'
    import { cells } from '../parts/cells'
    import Export from '../parts/Export.svelte'
    import Find from './Find.svelte'
    import Joining from './Joining.svelte'
    import Line from './Line.svelte'
    import { asKept, isPlain, rowId, kinds, Table, type Edit, type Row } from './table.svelte'

    /** Of each kind at first, so that the screen is there at once; and as many at a time after it. */
    const FIRST = 120
    const MORE = 300
    const more = new SvelteMap<string, number>()
    const table = new Table(route.term)
    let busy = $state(false)
    let asking = $state(false)

    const department = $derived(route.params.department ?? '')
    const keptShown = $derived(route.params.kept === 'yes')
    const chosen = $derived(route.params.row ?? '')
    const departments = $derived([...new Set(table.rows.map((row) => row.department))].sort())
    const shown = $derived(
        table.rows.filter(
            (row) =>
                (department === '' || row.department === department) && (row.tier !== 'kept' || keptShown),
        ),
    )
    const groups = $derived(
        kinds(table.sheet)
            .map(([tier, name]) => ({ tier, name, rows: shown.filter((row) => row.tier === tier) }))
            .filter((group) => group.rows.length > 0)
            .map((group) => {
                const lines = group.rows.slice(0, FIRST + (more.get(group.tier) ?? 0))
                return { ...group, lines, rest: group.rows.length - lines.length }
            }),
    )
    const lines = $derived(groups.flatMap((group) => group.lines))
    const row = $derived(table.rows.find((one) => rowId(one) === chosen))
    /** Marked suggestions whose sections meet at different times. */
    const apart = $derived(
        (table.sheet?.suggested ?? []).filter(
            (one) => table.marks.has(rowId(one)) && one.snags.includes('xl-meet-apart'),
        ).length,
    )
    const keptCount = $derived(table.sheet?.kept.length ?? 0)
    const isNew = $derived(table.draft !== null && row === undefined)
    const edited = $derived(
        row !== undefined && JSON.stringify(table.draft) !== JSON.stringify(asKept(row, row.id)),
    )
    const complete = $derived(
        table.sections.length > 1 && (!table.draft?.approved || table.draft.reason.trim() !== ''),
    )

    onMount(() =>
        campus.attempt(async () => {
            await table.load()
            const picked = (route.params.join ?? '').split(',').filter(Boolean)
            if (picked.length > 0) {
                const of = table.beginWith(picked)
                route.set({ join: '', row: of ? rowId(of) : '', kept: of ? 'yes' : '' })
                return
            }
            const first = table.rows.find((one) => rowId(one) === chosen)
            if (first) table.take(first)
        }),
    )

    $effect(() => {
        const draft = table.draft
        const version = table.sheet?.version
        if (!draft || version === undefined || table.sections.length < 2) return
        if (draft.approved && draft.reason.trim() === '') return
        const abort = new AbortController()
        asking = true
        table
            .ask(draft, version, abort.signal)
            .catch((e) => {
                if (!abort.signal.aborted) campus.trouble = e.message
            })
            .finally(() => (asking = false))
        return () => abort.abort()
    })

    function choose(one: Row) {
        table.take(one)
        route.set({ row: rowId(one) })
    }

    function begin(section: string) {
        if (isNew) table.add(section)
        else table.begin(section)
        route.set({ row: '' })
    }

    function mark(one: Row) {
        const id = rowId(one)
        if (one.tier === 'kept' || !campus.may('CHANGE_CONVENTIONS')) return
        if (table.marks.has(id)) table.marks.delete(id)
        else if (isPlain(one) || table.seen.has(id)) table.marks.add(id)
        else choose(one)
    }

    function attempt(edit: Edit, says: string, isUndo = false) {
        if (busy) return
        void campus.attempt(async () => {
            busy = true
            try {
                await table.keep(edit, says, isUndo)
                route.set({ row: '' })
            } finally {
                busy = false
            }
            await campus.refresh()
        })
    }

    const edit = (part: Partial<Edit>): Edit => ({ keep: [], split: [], ...part })

    function keepMarked() {
        const keep = table.marked()
        attempt(edit({ keep }), `${count(keep.length, 'cross-list')} kept`)
    }

    function keepThis() {
        const draft = table.draft
        if (!draft) return
        const label = table.joining?.label ?? draft.id
        if (row) table.marks.delete(rowId(row))
        attempt(edit({ keep: [draft] }), `${label} kept`)
    }

    function split() {
        if (row?.id) attempt(edit({ split: [row.id] }), `${row.label} split`)
    }

    function undo() {
        const last = table.past.at(-1)
        if (last) attempt(last.edit, `${last.says}, undone`, true)
    }

    function nextLead() {
        const joining = table.joining
        if (!joining) return
        const at = joining.members.findIndex((m) => m.id === joining.lead)
        const next = joining.members[(at + 1) % joining.members.length]
        if (next) table.lead(next.id)
    }

    function pressed(event: KeyboardEvent) {
        const target = event.target
        if (target instanceof HTMLInputElement && (target.type !== 'checkbox' || event.key === ' ')) return
        if (target instanceof HTMLSelectElement || event.ctrlKey || event.metaKey || event.altKey) return
        const at = lines.findIndex((one) => rowId(one) === chosen)
        const go = (to: number) => {
            const next = lines[Math.max(0, Math.min(lines.length - 1, to))]
            if (!next) return
            choose(next)
            document.getElementById(`row-${rowId(next)}`)?.focus()
        }
        if (event.key === 'ArrowDown') go(at + 1)
        else if (event.key === 'ArrowUp') go(at - 1)
        else if (event.key === 'Home') go(0)
        else if (event.key === 'End') go(lines.length - 1)
        else if (
            event.key === ' ' &&
            row &&
            !(target instanceof HTMLButtonElement && target.closest('#margin, footer'))
        )
            mark(row)
        else if (event.key === 'l' && campus.may('CHANGE_CONVENTIONS')) nextLead()
        else if (event.key === 'x' && campus.may('CHANGE_CONVENTIONS')) split()
        else if (event.key === 'u' && campus.may('CHANGE_CONVENTIONS')) undo()
        else return
        event.preventDefault()
    }
</script>

<svelte:window onkeydown={pressed} />

{#snippet sheet()}
    <h1 class="unseen">Cross-lists of {campus.line?.term?.name ?? route.term}</h1>
    <div class="bar">
        <label>
            <span class="soft">Sections that may belong together in</span>
            <select value={department} onchange={(e) => route.set({ department: e.currentTarget.value })}>
                <option value="">all departments</option>
                {#each departments as one (one)}<option>{one}</option>{/each}
            </select>
        </label>
        <button
            class="plain"
            aria-pressed={keptShown}
            onclick={() => route.set({ kept: keptShown ? '' : 'yes' })}>{number(keptCount)} kept</button
        >
        <span class="right"
            ><Find {table} label="or type a course, a person, a reference number" choose={begin} /></span
        >
    </div>
    <div class="rows">
        {#each groups as group (group.tier)}
            <section aria-label={group.name}>
                <h2>
                    {group.name}
                    <span class="soft"
                        >{number(group.rows.length)}{group.rows.some(
                            (one) => one.coursesDiffer && one.tier !== 'kept',
                        )
                            ? ', of different courses: look first'
                            : ''}</span
                    >
                </h2>
                {#each group.lines as one (rowId(one))}
                    <Line
                        row={one}
                        chosen={rowId(one) === chosen}
                        marked={table.marks.has(rowId(one))}
                        mark={() => mark(one)}
                        choose={() => choose(one)}
                    />
                {/each}
                {#if group.rest > 0}
                    <p class="soft more">
                        <button
                            class="plain"
                            onclick={() => more.set(group.tier, (more.get(group.tier) ?? 0) + MORE)}
                            >Show {number(Math.min(MORE, group.rest))} more</button
                        >
                        {group.rest > MORE ? ` of ${number(group.rest)}` : ''}
                        {department === '' ? 'or choose a department' : ''}
                    </p>
                {/if}
            </section>
        {/each}
        {#if table.sheet && groups.length === 0}
            <p class="soft more">
                Nothing looks as if it were taught together{department ? ` in ${department}` : ''}. Type a
                course above to put sections together yourself.
            </p>
        {/if}
        {#if keptCount > 0 && !keptShown}
            <p class="more">
                <button class="plain" onclick={() => route.set({ kept: 'yes' })}
                    >Show the {number(keptCount)} that are kept</button
                >
            </p>
        {/if}
    </div>
{/snippet}

{#snippet margin()}
    <div aria-busy={asking}><Joining {table} /></div>
{/snippet}

{#snippet footer()}
    {#if campus.may('CHANGE_CONVENTIONS')}
        {#if isNew}
            <button class="go" disabled={busy || asking || !complete} onclick={keepThis}
                >Keep this cross-list</button
            >
            <button
                class="plain"
                onclick={() => {
                    table.draft = null
                    table.joining = null
                }}>Clear the table</button
            >
        {:else if row?.tier === 'kept'}
            <button class="go" disabled={busy} onclick={split}>Split it again</button>
            <button class="plain" disabled={busy || asking || !complete || !edited} onclick={keepThis}
                >Keep it as it is here</button
            >
        {:else}
            <button class="go" disabled={busy || table.marks.size === 0} onclick={keepMarked}
                >Keep {number(table.marks.size)} marked</button
            >
            {#if apart > 0}
                <span class="ochre">▲ {number(apart)} of them would meet apart</span>
            {/if}
            {#if row}
                <button class="plain" disabled={busy || asking || !complete} onclick={keepThis}
                    >Only this one</button
                >
            {/if}
        {/if}
        {#if table.past.length > 0}
            <button class="plain" disabled={busy} onclick={undo}>Undo</button>
        {/if}
        <span class="soft" aria-live="polite">{table.said}</span>
        {#if table.past.length > 0}
            <a href={route.href('proof', { snag: '', action: 'todo' })}>to the proof</a>
        {/if}
    {/if}
    <Export
        name="cross-lists {route.term}"
        cells={() =>
            cells(
                groups.flatMap((group) => group.rows),
                [
                    ['id', (r) => r.id],
                    ['kind', (r) => r.tier],
                    ['label', (r) => r.label],
                    ['title', (r) => r.title],
                    ['department', (r) => r.department],
                    ['lead', (r) => r.lead],
                    ['sections', (r) => r.sections.join(' ')],
                    ['instructors', (r) => r.instructors.join('; ')],
                    ['students', (r) => r.students],
                    ['students in two', (r) => r.twice],
                    ['evidence', (r) => r.evidence.join('; ')],
                    ['snags', (r) => r.snags.map(words).join(', ')],
                    ['approved', (r) => (r.approved ? `yes: ${r.reason}` : '')],
                ],
            )}
    />
    <span class="soft keys"><kbd>Space</kbd> mark <kbd>l</kbd> lead <kbd>x</kbd> split <kbd>u</kbd> undo</span
    >
{/snippet}

<Screen {sheet} {margin} {footer} marginName="What they become" />

<style>
    .bar {
        display: flex;
        gap: 18px;
        align-items: baseline;
        padding: 10px 20px;
        border-bottom: 1px solid var(--hair);
        flex: none;
    }
    .bar label {
        display: flex;
        gap: 10px;
    }
    .right {
        margin-left: auto;
    }
    .rows {
        overflow: auto;
        flex: 1;
    }
    section h2 {
        font-size: 14px;
        background: var(--paper);
        padding: 7px 20px;
        border-bottom: 1px solid var(--hair);
    }
    section h2 .soft {
        font-weight: 400;
    }
    .more {
        padding: 10px 20px;
    }
    .keys {
        margin-left: auto;
    }
</style>
