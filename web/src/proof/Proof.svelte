<script lang="ts">
    import { onMount } from 'svelte'
    import { SvelteSet } from 'svelte/reactivity'
    import { get, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { count, instant, number, words } from '../frame/words'
    import { cells } from '../parts/cells'
    import Export from '../parts/Export.svelte'
    import { refreshHeld } from '../frame/held.svelte'
    import { isCarriedOut } from './actions'
    import { differing, fieldName, filtered, grouped, Rows } from './rows.svelte'
    import Order from './Order.svelte'
    import Sheet from './Sheet.svelte'
    import Tally from './Tally.svelte'
    import Why from './Why.svelte'
    import { kinds, weighed } from './snags'

    /** More than are ever taught together; a shell for all that happen to be marked is nobody's wish. */
    const MOST_TOGETHER = 30

    const rows = new Rows(route.term)
    const marks = new SvelteSet<string>()
    let shell = $state.raw<Api['ProofShell'] | null>(null)
    let busy = $state(false)

    // one by one, so that another selection does not filter and group anew
    const by = $derived(route.params.by ?? 'department')
    const action = $derived(route.params.action ?? '')
    const snag = $derived(route.params.snag ?? '')
    const q = $derived(route.params.q ?? '')
    const selected = $derived(route.params.key ?? '')
    const field = $derived(action === 'change' ? (route.params.field ?? '') : '')
    const fields = $derived(action === 'change' ? differing(rows.all) : [])
    const seen = $derived(filtered(rows.all, { action, snag, field, q }))
    const lines = $derived(grouped(seen, by))
    const stops = $derived(new Set(rows.summary?.snags.filter((s) => s.stop).map((s) => s.snag)))
    const inWay = $derived(rows.all.filter((r) => r.action === 'stop').length)
    const marked = $derived(marks.size > 0 ? rows.all.filter((r) => marks.has(r.key)) : [])
    const carried = $derived((marks.size > 0 ? marked : rows.all).filter(isCarriedOut))
    let read = $state('')
    const toJoin = $derived(marked.filter((r) => r.action !== 'close'))

    const building = $derived(campus.line?.term?.code === rows.term ? campus.line.term.building : null)
    let wasBuilding = false

    onMount(() => void campus.attempt(() => rows.load()))

    /** The proof of what a build made is another one. */
    $effect(() => {
        const now = building !== null
        if (wasBuilding && !now) void campus.attempt(() => rows.load())
        wasBuilding = now
    })

    $effect(() => {
        const summary = rows.summary
        const key = selected
        if (!summary || key === '') {
            shell = null
            return
        }
        const abort = new AbortController()
        get(
            '/api/terms/{term}/proof/shell',
            { path: { term: rows.term }, query: { versions: summary.versions, key } },
            abort.signal,
        )
            .then((s) => (shell = s))
            .catch((e) => {
                if (!abort.signal.aborted) campus.trouble = e.message
            })
        return () => abort.abort()
    })

    function together() {
        route.go('cross-lists', { join: toJoin.flatMap((r) => r.sections).join(',') })
    }

    function readLms(everything: boolean) {
        void campus.attempt(async () => {
            busy = true
            try {
                await refreshHeld(everything, (says) => (read = says))
                await rows.load()
                await campus.refresh()
            } finally {
                busy = false
            }
        })
    }

    /** The rows as they stand on the sheet, a shell that is in two groups once. */
    function taken() {
        const shown = lines.flatMap((line) => (line.kind === 'row' ? [line.row] : []))
        return cells(
            [...new Set(shown)],
            [
                ['key', (r) => r.key],
                ['will', (r) => r.action],
                ['code', (r) => r.code],
                ['title', (r) => r.title],
                ['category', (r) => r.category],
                ['college', (r) => r.college],
                ['department', (r) => r.department],
                ['opens', (r) => r.opens],
                ['closes', (r) => r.closes],
                ['students', (r) => r.students],
                ['sections', (r) => r.sections.join(' ')],
                ['reference numbers and instructors', (r) => r.reference],
                ['snags', (r) => r.snags.map(words).join(', ')],
                ['changed', (r) => r.changed.map(fieldName).join(', ')],
            ],
        )
    }

    function afterKeep() {
        void campus.attempt(async () => {
            await rows.load()
            await campus.refresh()
        })
    }

    function enter() {
        document.getElementById('margin')?.focus()
    }

    function edit() {
        const title = shell?.values.find((v) => v.setting === 'title')
        const from = title?.why.filter((s) => s.taken).at(-1)
        if (from?.origin === 'LAYER') route.go('conventions', { layer: String(from.index), field: 'title' })
    }

    function pressed(event: KeyboardEvent) {
        if (event.key === 'Escape' && document.activeElement?.closest('#margin')) {
            document.getElementById('sheet')?.focus()
        }
    }
</script>

<svelte:window onkeydown={pressed} />

{#snippet sheet()}
    <h1 class="unseen">Proof of {campus.line?.term?.name ?? rows.term}</h1>
    {#if rows.summary}
        {#each rows.summary.blockers as reason, i (i)}
            <p class="brick way" role="alert">■ {reason}</p>
        {/each}
        {#if building}
            <p class="way" role="status">
                A build is under way: {number(building.done)} of {count(building.shells, 'shell')} done. The rows
                below are from before it; they are read again when it has ended.
            </p>
        {/if}
        {#if rows.summary.gone > 0}
            <p class="ochre way">
                ▲ {count(rows.summary.gone, 'shell')} stood in the LMS and {rows.summary.gone === 1
                    ? 'is'
                    : 'are'} gone there; {rows.summary.gone === 1 ? 'it is' : 'they are'} to be built again.
            </p>
        {/if}
        {#if rows.summary.leftAlone > 0}
            <p class="soft way">
                {count(rows.summary.leftAlone, 'shell')} of this term {rows.summary.leftAlone === 1
                    ? 'has'
                    : 'have'} no section that a list ever had: left alone, none of them is changed or closed.
            </p>
        {/if}
        <Tally summary={rows.summary} chosen={action} choose={(action) => route.set({ action })} />
        <div class="bar">
            <label>
                <span class="soft">Rows</span>
                <select
                    aria-label="Rows"
                    value={by}
                    onchange={(e) => route.set({ by: e.currentTarget.value })}
                >
                    <option value="department">by department</option>
                    <option value="action">by action</option>
                    <option value="snag">by snag</option>
                    <option value="none">not grouped</option>
                </select>
            </label>
            <label>
                <span class="soft">that are</span>
                <select
                    aria-label="that are"
                    value={action}
                    onchange={(e) => route.set({ action: e.currentTarget.value })}
                >
                    <option value="">any</option>
                    <option value="todo">not kept</option>
                    {#each rows.summary.actions as one (one.action)}
                        <option value={one.action}>{one.action} ({number(one.shells)})</option>
                    {/each}
                </select>
            </label>
            {#if fields.length > 0}
                <label>
                    <span class="soft">of</span>
                    <select
                        aria-label="of"
                        value={field}
                        onchange={(e) => route.set({ field: e.currentTarget.value })}
                    >
                        <option value="">any field</option>
                        {#each fields as [name, shells] (name)}
                            <option value={name}>{fieldName(name)} ({number(shells)})</option>
                        {/each}
                    </select>
                </label>
            {/if}
            <label>
                <span class="soft">with snag</span>
                <select
                    aria-label="with snag"
                    value={snag}
                    onchange={(e) => route.set({ snag: e.currentTarget.value })}
                >
                    <option value="">any or none</option>
                    <option value="any">any</option>
                    {#each kinds(rows.summary.snags) as [name, shells] (name)}
                        <option value={name}>{words(name)} ({shells})</option>
                    {/each}
                </select>
            </label>
            <label class="show">
                <span class="soft">showing</span>
                <select
                    aria-label="showing"
                    value={route.params.show ?? 'title'}
                    onchange={(e) => route.set({ show: e.currentTarget.value })}
                >
                    <option value="title">titles</option>
                    <option value="category">categories</option>
                </select>
            </label>
            <span class="soft counted" role="status">
                {count(seen.length, 'row')}{marks.size ? `, ${number(marks.size)} marked` : ''}{rows.complete
                    ? ''
                    : ' so far'}
            </span>
        </div>
        <Sheet
            {lines}
            {selected}
            {marks}
            {stops}
            firstDay={rows.summary.firstDay}
            lastDay={rows.summary.lastDay}
            show={route.params.show === 'category' ? 'category' : 'title'}
            select={(key) => route.set({ key })}
            {enter}
            {edit}
        />
        {#if rows.complete && seen.length === 0}
            <p class="none">
                No shell is like that. <button
                    class="plain"
                    onclick={() => route.set({ action: '', snag: '', field: '', q: '' })}>Show all</button
                >
            </p>
        {/if}
    {:else if !campus.trouble}
        <p class="none soft">Computing the proof …</p>
    {/if}
{/snippet}

{#snippet margin()}
    {#if shell}
        <Why {shell} kept={afterKeep} />
    {:else if rows.summary}
        <h2>Snags</h2>
        {#if rows.summary.snags.length === 0}<p class="soft">None.</p>{/if}
        <ul>
            {#each rows.summary.snags as snag (weighed(snag))}
                <li>
                    <button class="plain" onclick={() => route.set({ snag: snag.snag, by: 'department' })}>
                        {count(snag.shells, 'shell')}: {words(snag.snag)}
                    </button>
                    <b class={snag.stop ? 'brick' : 'ochre'}>{snag.stop ? '■ stop' : '▲ note'}</b>
                    <span>{snag.message} {snag.toDo}</span>
                </li>
            {/each}
        </ul>
        <p class="soft hint">Choose a row to see every value of its shell, and why.</p>
        {#if campus.line?.lmsSeenAt}
            <p class="soft hint">
                The LMS was last found changed {instant(campus.line.lmsSeenAt, campus.zone)} ({campus.zone}).
                {#if campus.may('BUILD') && campus.desk?.lmsSet}
                    <button class="plain" disabled={busy} onclick={() => readLms(true)}
                        >Compare everything that it holds</button
                    >
                {/if}
            </p>
        {/if}
    {/if}
{/snippet}

{#snippet footer()}
    {#if campus.may('BUILD')}
        <Order
            term={rows.term}
            versions={rows.summary?.versions ?? ''}
            {carried}
            marked={marks.size > 0}
            disabled={busy ||
                !rows.complete ||
                (rows.summary?.blockers.length ?? 0) > 0 ||
                !campus.desk?.lmsSet}
        />
        {#if campus.desk && !campus.desk.lmsSet}<span class="ochre">▲ no LMS is set (LMS_URL)</span>{/if}
    {/if}
    <span
        >{inWay > 0
            ? `${count(inWay, 'stop')} ${inWay === 1 ? 'holds' : 'hold'} ${number(inWay)} back.`
            : ''}</span
    >
    {#if campus.may('BUILD') && toJoin.length > 1 && toJoin.length <= MOST_TOGETHER}
        <button class="plain" onclick={together}>Put {number(toJoin.length)} together</button>
    {/if}
    {#if marks.size > 0}<button class="plain" onclick={() => marks.clear()}>Unmark all</button>{/if}
    {#if campus.may('BUILD') && campus.desk?.lmsSet}
        <button class="plain" disabled={busy} onclick={() => readLms(false)}>Read the LMS again</button>
        {#if read}<span class="soft" role="status">{read}</span>{/if}
    {/if}
    <Export name="proof {rows.term}" cells={taken} />
    <span class="soft keys">
        <kbd>Space</kbd> mark <kbd>Enter</kbd> margin <kbd>e</kbd> edit <kbd>?</kbd> keys
    </span>
{/snippet}

<Screen {sheet} {margin} {footer} marginName="Why" />

<style>
    .way {
        margin: 0;
        padding: 6px 16px;
        border-bottom: 1px solid var(--hair);
    }
    .bar {
        display: flex;
        gap: 18px;
        padding: 0 20px 8px;
        font-size: 13px;
        flex-wrap: wrap;
    }
    @media (min-width: 1500px) {
        .show {
            display: none;
        }
    }
    .counted {
        margin-left: auto;
    }
    .none {
        padding: 20px;
    }
    ul {
        list-style: none;
        padding: 0;
        margin: 8px 0 0;
    }
    li {
        border-top: 1px solid var(--hair);
        padding: 8px 0;
        display: grid;
        grid-template-columns: 1fr auto;
        gap: 4px 10px;
        justify-items: start;
    }
    li span {
        grid-column: 1 / 3;
        font-size: 13px;
    }
    .hint {
        margin-top: 14px;
    }
    .keys {
        margin-left: auto;
    }
</style>
