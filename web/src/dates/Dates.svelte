<script lang="ts">
    import { onMount, untrack } from 'svelte'
    import { campus } from '../frame/campus.svelte'
    import { route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { cells } from '../parts/cells'
    import Export from '../parts/Export.svelte'
    import { count, number } from '../frame/words'
    import { Availability, lines as linesOf, type Edge } from './availability.svelte'
    import Margin from './Margin.svelte'
    import Timeline from './Timeline.svelte'
    import { dayNumber, isoDay, zoomed, type Range } from './time'

    const AROUND_DAYS = 35
    const ZOOMS = [1, 2, 4, 8]
    const availability = new Availability(route.term)
    let busy = $state(false)
    let times = $state(1)
    let centre = $state(0)

    const by = $derived(route.params.by ?? 'department')
    const only = $derived(route.params.only ?? '')
    const q = $derived((route.params.q ?? '').toLowerCase())
    const selected = $derived(route.params.key ?? '')
    const today = $derived(isoDay(dayNumber(campus.today)))
    const chosenDay = $derived(route.params.day ?? today)
    const whole = $derived<Range>(
        availability.frame
            ? {
                  from: dayNumber(availability.frame.term.first) - AROUND_DAYS,
                  to: dayNumber(availability.frame.term.last ?? availability.frame.term.first) + AROUND_DAYS,
              }
            : { from: 0, to: 1 },
    )
    const range = $derived(zoomed(whole, times, centre))
    const seen = $derived(
        availability.all.filter(
            (row) =>
                (only !== 'out' || row.keptOut > 0) &&
                (only !== 'shared' || row.sections.length > 0) &&
                (q === '' || `${row.name} ${row.title} ${row.department}`.toLowerCase().includes(q)),
        ),
    )
    const lines = $derived(linesOf(seen, by, selected))
    const row = $derived(availability.byKey.get(selected))
    const targets = $derived(availability.marks.size > 0 || selected ? availability.targets(selected) : [])
    const keptOut = $derived(availability.all.filter((one) => one.keptOut > 0).length)

    onMount(() =>
        campus.attempt(() =>
            availability.load(() => {
                centre = (whole.from + whole.to) / 2
                if (!route.params.day) {
                    const now = dayNumber(today)
                    route.set({
                        day:
                            now < whole.from || now > whole.to
                                ? isoDay(dayNumber(availability.frame?.term.first ?? today))
                                : today,
                    })
                }
            }),
        ),
    )

    $effect(() => {
        const day = chosenDay
        if (!availability.frame || !/^\d{4}-\d\d-\d\d$/.test(day)) return
        const abort = new AbortController()
        untrack(() => availability.count(day, abort.signal)).catch((e) => {
            if (!abort.signal.aborted) campus.trouble = e.message
        })
        return () => abort.abort()
    })

    function zoom(by: 1 | -1) {
        const next = ZOOMS[ZOOMS.indexOf(times) + by]
        if (!next) return
        if (times === 1) centre = dayNumber(chosenDay)
        times = next
    }

    function pan(days: number) {
        const half = (range.to - range.from) / 2
        centre = Math.min(whole.to - half, Math.max(whole.from + half, centre + days))
    }

    function move(key: string, edge: Edge, days: number) {
        const rows = availability.marks.has(key)
            ? availability.targets(key)
            : availability.byKey.has(key)
              ? [availability.byKey.get(key)!]
              : []
        void campus.attempt(() => availability.move(rows, edge, days))
    }

    function work(what: () => Promise<void>) {
        if (busy) return
        void campus.attempt(async () => {
            busy = true
            try {
                await what()
                await campus.refresh()
            } finally {
                busy = false
            }
        })
    }

    const keep = () => work(async () => void (await availability.keep()))
    const undo = () => (availability.items.length > 0 ? availability.drop() : work(() => availability.undo()))

    function send() {
        work(async () => {
            await availability.build(await availability.keep())
            route.go('build')
        })
    }

    function pressed(event: KeyboardEvent) {
        const target = event.target
        if (target instanceof HTMLInputElement || target instanceof HTMLSelectElement) return
        if (event.ctrlKey || event.metaKey || event.altKey) return
        const step = event.shiftKey ? 7 : 1
        const sideways = event.key === 'ArrowLeft' ? -step : event.key === 'ArrowRight' ? step : 0
        if (sideways !== 0 && campus.may('CHANGE_CONVENTIONS') && targets.length > 0)
            void campus.attempt(() => availability.move(targets, 'opens', sideways))
        else if (event.key === 'u' && campus.may('CHANGE_CONVENTIONS')) undo()
        else if (event.key === '+') zoom(1)
        else if (event.key === '-') zoom(-1)
        else if (event.key === '[') route.set({ day: isoDay(dayNumber(chosenDay) - 1) })
        else if (event.key === ']') route.set({ day: isoDay(dayNumber(chosenDay) + 1) })
        else return
        event.preventDefault()
    }
</script>

<svelte:window onkeydown={pressed} />

{#snippet sheet()}
    <h1 class="unseen">Dates of {campus.line?.term?.name ?? route.term}</h1>
    <div class="bar">
        <label>
            <span class="soft">Windows by</span>
            <select value={by} onchange={(e) => route.set({ by: e.currentTarget.value })}>
                <option value="department">department</option>
                <option value="template">template</option>
                <option value="part">part of term</option>
                <option value="cross-list">cross-list</option>
            </select>
        </label>
        <label>
            <span class="soft">shown</span>
            <select value={only} onchange={(e) => route.set({ only: e.currentTarget.value })}>
                <option value="">all {number(availability.all.length)}</option>
                <option value="out">with sections kept out ({number(keptOut)})</option>
                <option value="shared">with several sections</option>
            </select>
        </label>
        <input
            aria-label="Find a shell"
            placeholder="find"
            value={route.params.q ?? ''}
            oninput={(e) => route.set({ q: e.currentTarget.value })}
        />
        <span class="zoom">
            <button class="plain" disabled={times === 1} onclick={() => zoom(-1)}>wider</button>
            <button class="plain" disabled={times === 8} onclick={() => zoom(1)}>closer</button>
            <span class="soft">times of {availability.frame?.zone ?? campus.zone}</span>
        </span>
    </div>
    {#if availability.frame}
        <Timeline
            frame={availability.frame}
            {lines}
            {range}
            cursor={dayNumber(chosenDay)}
            {selected}
            marks={availability.marks}
            after={availability.after}
            mayChange={campus.may('CHANGE_CONVENTIONS')}
            select={(key) => route.set({ key })}
            {move}
            {pan}
        />
        {#if availability.complete && lines.length === 0}
            <p class="soft none">
                No shell is like that. {only === 'out' ? 'No section keeps its students out.' : ''}
            </p>
        {/if}
    {:else}
        <p class="soft none">One moment …</p>
    {/if}
{/snippet}

{#snippet margin()}
    <Margin {availability} {row} {targets} {chosenDay} {today} setDay={(day) => route.set({ day })} />
{/snippet}

{#snippet footer()}
    {#if campus.may('CHANGE_CONVENTIONS')}
        <button
            class="go"
            disabled={busy || availability.items.length === 0 || availability.errors.length > 0}
            onclick={keep}
            >{availability.touched.length > 0
                ? `Keep for ${count(availability.touched.length, 'shell')}`
                : 'Keep'}</button
        >
        {#if availability.items.length > 0 && availability.touched.some((one) => one.standing)}
            <button class="plain" disabled={busy || availability.errors.length > 0} onclick={send}
                >Keep, and send to the LMS</button
            >
        {/if}
        {#if availability.items.length > 0 || availability.kept.length > 0}
            <button class="plain" disabled={busy} onclick={undo}>Undo</button>
        {/if}
    {/if}
    <Export
        name="dates {route.term}"
        cells={() =>
            cells(seen, [
                ['key', (r) => r.key],
                ['shell', (r) => r.name],
                ['title', (r) => r.title],
                ['department', (r) => r.department],
                ['part', (r) => r.part],
                ['opens', (r) => r.opens],
                ['closes', (r) => r.closes],
                ['opens from', (r) => r.opensFrom],
                ['closes from', (r) => r.closesFrom],
                ['opens by itself', (r) => (r.open ? 'yes' : 'no')],
                ['students', (r) => r.students],
                ['kept out', (r) => r.keptOut],
            ])}
    />
    <span class="soft keys">
        <kbd>←</kbd> <kbd>→</kbd> by a day <kbd>Shift</kbd> by a week <kbd>[</kbd> <kbd>]</kbd> the day
        <kbd>u</kbd> undo
    </span>
{/snippet}

<Screen {sheet} {margin} {footer} marginName="Who can enter, and when" />

<style>
    .bar {
        display: flex;
        gap: 18px;
        align-items: baseline;
        padding: 10px 20px;
        flex: none;
        flex-wrap: wrap;
    }
    .bar label {
        display: flex;
        gap: 8px;
    }
    .bar input {
        width: 130px;
    }
    .zoom {
        margin-left: auto;
        display: flex;
        gap: 12px;
    }
    .none {
        padding: 14px 20px;
    }
    .keys {
        margin-left: auto;
    }
</style>
