<script lang="ts">
    import { onMount } from 'svelte'
    import { SvelteSet } from 'svelte/reactivity'
    import { get, post, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { count, instant, number } from '../frame/words'
    import { cells as sheetCells } from '../parts/cells'
    import Export from '../parts/Export.svelte'
    import Find from '../parts/Find.svelte'
    import Grid from '../parts/Grid.svelte'
    import { finds, grouped } from '../parts/lines'
    import AskingFrom from './AskingFrom.svelte'
    import One from './One.svelte'
    import { decided, KINDS, OPEN, STATES, type State } from './words'

    /** What was asked for, with what it would do beside it: decided one by one, or many at once. */
    type Row = Api['RequestRow']
    /** A row as the sheet takes it, by a text. */
    interface Line extends Omit<Row, 'id'> {
        id: string
        number: number
    }

    const AGAIN_MILLIS = 5000

    let all = $state.raw<Api['RequestSheet'] | null>(null)
    /** Those done with that were asked for since, page after page. */
    let earlier = $state.raw<Row[]>([])
    let next = $state<number | null>(null)
    let one = $state.raw<Api['RequestOne'] | null>(null)
    let note = $state('')
    let says = $state('')
    let busy = $state(false)
    const marks = new SvelteSet<string>()

    const rows = $derived<Line[]>(
        once([...(all?.rows ?? []), ...earlier]).map((row) => ({
            ...row,
            id: String(row.id),
            number: row.id,
        })),
    )
    const shown = $derived(
        rows.filter(
            (row) =>
                finds(route.params.find ?? '', row.words, row.asker, row.departments, row.note, row.reason) &&
                (!route.params.kind || row.kind === route.params.kind),
        ),
    )
    const selected = $derived(route.params.request ?? '')

    /** Each request once, as it came first, the newest first. */
    function once(some: Row[]): Row[] {
        const known = new Map<number, Row>()
        for (const row of some) if (!known.has(row.id)) known.set(row.id, row)
        return [...known.values()].sort((a, b) => b.id - a.id)
    }

    function group(name: string, has: (row: Line) => boolean) {
        return { name, says: (own: Line[]) => count(own.length, 'request'), has }
    }

    const lines = $derived(
        grouped(shown, [
            group('waiting for you', (row) => row.state === 'ASKED' && row.may),
            group('waiting for an answer', (row) => row.state === 'BACK'),
            group('waiting for whoever decides', (row) => row.state === 'ASKED' && !row.may),
            group('being carried out', (row) => row.state === 'APPROVED' || row.state === 'BUILDING'),
            group('did not work', (row) => row.state === 'FAILED'),
            group('done with', (row) => !OPEN.includes(row.state) && row.state !== 'FAILED'),
        ]),
    )
    const marked = $derived(rows.filter((row) => marks.has(row.id)))
    const decidable = $derived(
        marked.filter((row) => row.may && (row.state === 'ASKED' || row.state === 'BACK')),
    )

    onMount(() => {
        void campus.attempt(async () => {
            await followLink()
            await load()
        })
        const timer = setInterval(() => {
            if (rows.some((row) => row.state === 'APPROVED' || row.state === 'BUILDING'))
                void load().catch(() => {})
        }, AGAIN_MILLIS)
        return () => clearInterval(timer)
    })

    /** Whoever comes by a link in mail sees the request that it was about. */
    async function followLink() {
        const secret = route.params.link
        if (!secret) return
        route.set({ link: '' })
        const led = await get('/api/request-links/{secret}', { path: { secret } })
        route.set({ request: String(led.request) })
    }

    /** The first page, anew; what was asked for of earlier ones stays. */
    async function load() {
        const page = await get('/api/requests')
        if (earlier.length === 0) next = page.next
        // what newer ones push off the first page
        else earlier = once([...(all?.rows ?? []).filter((row) => !OPEN.includes(row.state)), ...earlier])
        all = page
    }

    function more() {
        const before = next
        if (before === null) return
        busy = true
        void campus
            .attempt(async () => {
                const page = await get('/api/requests', { query: { before } })
                earlier = [...earlier, ...page.rows]
                next = page.next
            })
            .finally(() => (busy = false))
    }

    $effect(() => {
        const id = Number(selected)
        // another version of the same request is another one to look at
        const version = rows.find((row) => row.id === selected)?.version
        if (!id || all === null) {
            one = null
            return
        }
        // one that is on no page yet has no version here, and can be looked at all the same
        void version
        void campus.attempt(async () => {
            const found = await get('/api/requests/{id}', { path: { id } })
            if (route.params.request === String(id)) one = found
        })
    })

    function decideAll(what: 'APPROVE' | 'DECLINE' | 'ASK_BACK', done: string) {
        busy = true
        void campus
            .attempt(async () => {
                const came = await post('/api/requests/decisions', {
                    body: {
                        requests: decidable.map((row) => ({ id: row.number, version: row.version })),
                        what,
                        note,
                    },
                })
                const not = came.filter((each) => !each.done)
                says = `${number(came.length - not.length)} ${done}.${not.length > 0 ? ` ${count(not.length, 'was', 'were')} not: ${not[0]?.why}` : ''}`
                marks.clear()
                not.forEach((each) => marks.add(String(each.id)))
                note = ''
                await load()
            })
            .finally(() => (busy = false))
    }

    function came(now: Api['RequestOne'], what: string) {
        one = now
        says = what
        void campus.attempt(load)
    }
</script>

{#snippet rowCells(row: Line)}
    <span role="gridcell" title={row.words}
        ><b>{row.words}</b><br /><span class="soft">{row.departments}</span></span
    >
    <span role="gridcell">{row.asker}<br /><span class="soft">{instant(row.askedAt, campus.zone)}</span></span
    >
    <span role="gridcell" title={row.special}>{row.special || '–'}</span>
    <span role="gridcell">
        <span class={STATES[row.state as State].tone}
            >{STATES[row.state as State].mark} {STATES[row.state as State].says}</span
        ><br /><span class="soft">{decided({ ...row, id: row.number })}</span>
    </span>
{/snippet}

{#snippet sheet()}
    <div class="top">
        <h1>
            {all === null
                ? 'One moment …'
                : rows.length === 0
                  ? 'Nothing has been asked for'
                  : `${count(rows.filter((row) => OPEN.includes(row.state)).length, 'request')} open of ${next === null ? '' : 'the last '}${number(rows.length)}`}
        </h1>
        <p class="bar">
            <Find />
            <label
                >Asked for <select
                    value={route.params.kind ?? ''}
                    onchange={(e) => route.set({ kind: e.currentTarget.value })}
                    ><option value="">anything</option
                    >{#each Object.entries(KINDS) as [key, name] (key)}<option value={key}>{name}</option
                        >{/each}</select
                ></label
            >
        </p>
    </div>
    <Grid
        label="Requests"
        {lines}
        columns={['Asked for', 'By', 'Why it is no matter of rule', 'Stands']}
        widths="minmax(0, 3fr) minmax(0, 1.6fr) minmax(0, 2.4fr) minmax(0, 1.6fr)"
        marks={campus.may('DECIDE') ? marks : undefined}
        {selected}
        select={(id) => route.set({ request: id })}
        cells={rowCells}
    />
{/snippet}

{#snippet margin()}
    {#if marked.length > 0}
        <h2>{count(marked.length, 'request')} marked</h2>
        <p class="soft">{count(decidable.length, 'of them waits', 'of them wait')} for you.</p>
        <label class="note">Why <textarea rows="3" bind:value={note} maxlength="1000"></textarea></label>
        <p class="acts">
            <button
                class="go"
                disabled={busy || decidable.length === 0}
                onclick={() => decideAll('APPROVE', 'approved')}
                >Approve {count(decidable.length, 'request')}</button
            >
            <button
                class="plain"
                disabled={busy || decidable.length === 0 || !note.trim()}
                onclick={() => decideAll('DECLINE', 'declined')}>Decline</button
            >
            <button
                class="plain"
                disabled={busy || decidable.length === 0 || !note.trim()}
                onclick={() => decideAll('ASK_BACK', 'asked back')}>Ask back</button
            >
            <button class="plain" onclick={() => marks.clear()}>Unmark</button>
        </p>
    {:else if one}
        {#key one.row.id + '.' + one.row.version}<One {one} {came} />{/key}
    {:else}
        <h2>What is decided by rule</h2>
        <p class="soft">
            What an asker's own sections of one course want of each other, and where no student work stays
            behind, is decided by rule where the campus lets it be. All else waits for the schedulers of the
            departments that it touches.
        </p>
        {#if campus.terms.length > 0}
            {#key route.term}<AskingFrom />{/key}
        {/if}
    {/if}
{/snippet}

{#snippet footer()}
    <button class="plain" onclick={() => route.set({ view: campus.walks ? '' : 'teaching', request: '' })}
        >{campus.walks ? 'Back to the desk' : 'Back to My teaching'}</button
    >
    {#if next !== null}
        <button class="plain" disabled={busy} onclick={more}>Show earlier ones</button>
    {/if}
    <span class="soft" role="status">{says}</span>
    {#if shown.length > 0 && campus.may('SAVE_SHEETS')}
        <Export
            name="requests"
            cells={() =>
                sheetCells(shown, [
                    ['number', (row) => row.number],
                    ['term', (row) => row.term],
                    ['asked for', (row) => row.words],
                    ['by', (row) => row.asker],
                    ['asked', (row) => row.askedAt],
                    ['departments', (row) => row.departments],
                    ['special', (row) => row.special],
                    ['note', (row) => row.note],
                    ['stands', (row) => STATES[row.state as State].says],
                    ['decided by', (row) => row.decidedBy ?? ''],
                    ['reason', (row) => row.reason],
                ])}
        />
    {/if}
{/snippet}

<Screen {sheet} {margin} {footer} marginName="The request" />

<style>
    .top {
        padding: 14px 20px 10px;
        flex: none;
    }
    .bar {
        display: flex;
        gap: 22px;
        margin-top: 8px;
        flex-wrap: wrap;
    }
    p {
        margin-top: 10px;
    }
    .note {
        display: grid;
        gap: 4px;
        margin-top: 10px;
    }
    .acts {
        display: flex;
        gap: 18px;
        align-items: baseline;
        flex-wrap: wrap;
    }
</style>
