<script lang="ts">
    import { onMount, untrack } from 'svelte'
    import { campus } from '../frame/campus.svelte'
    import { place } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { cells } from '../parts/cells'
    import Export from '../parts/Export.svelte'
    import { count, instant, number } from '../frame/words'
    import { Doors, lines as linesOf, type Edge } from './doors.svelte'
    import Margin from './Margin.svelte'
    import Timeline from './Timeline.svelte'
    import { dayNumber, isoDay, zoomed, type Range } from './time'

    const AROUND_DAYS = 35
    const ZOOMS = [1, 2, 4, 8]
    const doors = new Doors(place.term)
    let busy = $state(false)
    let times = $state(1)
    let centre = $state(0)

    const by = $derived(place.params.by ?? 'department')
    const only = $derived(place.params.only ?? '')
    const q = $derived((place.params.q ?? '').toLowerCase())
    const selected = $derived(place.params.key ?? '')
    const today = $derived(isoDay(dayNumber(isoNow())))
    const chosenDay = $derived(place.params.day ?? today)
    const whole = $derived<Range>(
        doors.frame
            ? {
                  from: dayNumber(doors.frame.term.first) - AROUND_DAYS,
                  to: dayNumber(doors.frame.term.last ?? doors.frame.term.first) + AROUND_DAYS,
              }
            : { from: 0, to: 1 },
    )
    const range = $derived(zoomed(whole, times, centre))
    const seen = $derived(
        doors.all.filter(
            (row) =>
                (only !== 'out' || row.keptOut > 0) &&
                (only !== 'shared' || row.sections.length > 0) &&
                (q === '' || `${row.name} ${row.title} ${row.department}`.toLowerCase().includes(q)),
        ),
    )
    const lines = $derived(linesOf(seen, by, selected))
    const row = $derived(doors.byKey.get(selected))
    const targets = $derived(doors.marks.size > 0 || selected ? doors.targets(selected) : [])
    const keptOut = $derived(doors.all.filter((one) => one.keptOut > 0).length)

    function isoNow(): string {
        const words = instant(`${campus.today}T12:00:00Z`, campus.zone)
        const date = new Date(`${words.slice(4, -6)} UTC`)
        return date.toISOString().slice(0, 10)
    }

    onMount(() =>
        campus.attempt(async () => {
            await doors.load()
            centre = (whole.from + whole.to) / 2
            if (!place.params.day) {
                const now = dayNumber(today)
                place.set({
                    day:
                        now < whole.from || now > whole.to
                            ? isoDay(dayNumber(doors.frame?.term.first ?? today))
                            : today,
                })
            }
        }),
    )

    $effect(() => {
        const day = chosenDay
        if (!doors.frame || !/^\d{4}-\d\d-\d\d$/.test(day)) return
        const abort = new AbortController()
        untrack(() => doors.count(day, abort.signal)).catch((e) => {
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
        const rows = doors.marks.has(key)
            ? doors.targets(key)
            : doors.byKey.has(key)
              ? [doors.byKey.get(key)!]
              : []
        void campus.attempt(() => doors.move(rows, edge, days))
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

    const keep = () => work(async () => void (await doors.keep()))
    const undo = () => (doors.items.length > 0 ? doors.drop() : work(() => doors.undo()))

    function send() {
        work(async () => {
            await doors.build(await doors.keep())
            place.go('build')
        })
    }

    function pressed(event: KeyboardEvent) {
        const target = event.target
        if (target instanceof HTMLInputElement || target instanceof HTMLSelectElement) return
        if (event.ctrlKey || event.metaKey || event.altKey) return
        const step = event.shiftKey ? 7 : 1
        const sideways = event.key === 'ArrowLeft' ? -step : event.key === 'ArrowRight' ? step : 0
        if (sideways !== 0 && campus.mayChange && targets.length > 0)
            void campus.attempt(() => doors.move(targets, 'opens', sideways))
        else if (event.key === 'u' && campus.mayChange) undo()
        else if (event.key === '+') zoom(1)
        else if (event.key === '-') zoom(-1)
        else if (event.key === '[') place.set({ day: isoDay(dayNumber(chosenDay) - 1) })
        else if (event.key === ']') place.set({ day: isoDay(dayNumber(chosenDay) + 1) })
        else return
        event.preventDefault()
    }
</script>

<svelte:window onkeydown={pressed} />

{#snippet sheet()}
    <h1 class="unseen">Dates of {campus.line?.term?.name ?? place.term}</h1>
    <div class="bar">
        <label>
            <span class="soft">Windows by</span>
            <select value={by} onchange={(e) => place.set({ by: e.currentTarget.value })}>
                <option value="department">department</option>
                <option value="template">template</option>
                <option value="part">part of term</option>
                <option value="cross-list">cross-list</option>
            </select>
        </label>
        <label>
            <span class="soft">shown</span>
            <select value={only} onchange={(e) => place.set({ only: e.currentTarget.value })}>
                <option value="">all {number(doors.all.length)}</option>
                <option value="out">with sections kept out ({number(keptOut)})</option>
                <option value="shared">with several sections</option>
            </select>
        </label>
        <input
            aria-label="Find a shell"
            placeholder="find"
            value={place.params.q ?? ''}
            oninput={(e) => place.set({ q: e.currentTarget.value })}
        />
        <span class="zoom">
            <button class="plain" disabled={times === 1} onclick={() => zoom(-1)}>wider</button>
            <button class="plain" disabled={times === 8} onclick={() => zoom(1)}>closer</button>
            <span class="soft">times of {doors.frame?.zone ?? campus.zone}</span>
        </span>
    </div>
    {#if doors.frame}
        <Timeline
            frame={doors.frame}
            {lines}
            {range}
            cursor={dayNumber(chosenDay)}
            {selected}
            marks={doors.marks}
            after={doors.after}
            mayChange={campus.mayChange}
            select={(key) => place.set({ key })}
            {move}
            {pan}
        />
        {#if doors.complete && lines.length === 0}
            <p class="soft none">
                No shell is like that. {only === 'out' ? 'No section keeps its students out.' : ''}
            </p>
        {/if}
    {:else}
        <p class="soft none">One moment …</p>
    {/if}
{/snippet}

{#snippet margin()}
    <Margin {doors} {row} {targets} {chosenDay} {today} setDay={(day) => place.set({ day })} />
{/snippet}

{#snippet footer()}
    {#if campus.mayChange}
        <button
            class="go"
            disabled={busy || doors.items.length === 0 || doors.errors.length > 0}
            onclick={keep}
            >{doors.touched.length > 0 ? `Keep for ${count(doors.touched.length, 'shell')}` : 'Keep'}</button
        >
        {#if doors.items.length > 0 && doors.touched.some((one) => one.standing)}
            <button class="plain" disabled={busy || doors.errors.length > 0} onclick={send}
                >Keep, and send to the LMS</button
            >
        {/if}
        {#if doors.items.length > 0 || doors.kept.length > 0}
            <button class="plain" disabled={busy} onclick={undo}>Undo</button>
        {/if}
    {/if}
    <Export
        name="dates {place.term}"
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
