<script lang="ts">
    import { onMount } from 'svelte'
    import { get, post, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { refreshHeld } from '../frame/held.svelte'
    import { follow, route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { count, day, moment, number } from '../frame/words'
    import { cells as sheetCells } from '../parts/cells'
    import Export from '../parts/Export.svelte'
    import { CAUSES } from './causes'
    import Find from '../parts/Find.svelte'
    import Grid from '../parts/Grid.svelte'
    import { finds, grouped } from '../parts/lines'
    import Parts from './Parts.svelte'

    /** What would embarrass on a day when students come, by cause, with one remedy for each. */
    const order = new Intl.Collator('en', { numeric: true })
    type Found = Api['FirstDayRow'] & Api['FirstDayShell'] & { id: string }

    let sheetNow = $state.raw<Api['FirstDaySheet'] | null>(null)
    let selected = $state('')
    let says = $state('')
    let to = $state('')

    const department = $derived(route.params.department ?? '')
    const rows = $derived.by<Found[]>(() => {
        const shells = (sheetNow?.touched ?? [])
            .toSorted((a, b) => order.compare(a.code, b.code))
            .map((shell) => ({ shell, found: [] as Found[] }))
        const known = new Map(shells.map((one) => [one.shell.key, one] as const))
        for (const row of sheetNow?.rows ?? []) {
            const one = known.get(row.key)
            one?.found.push({ ...one.shell, ...row, id: `${row.key} ${row.cause}` })
        }
        return shells.flatMap((one) => one.found)
    })
    const shown = $derived(
        rows.filter(
            (row) =>
                (!department || row.department === department) &&
                (!route.params.cause || row.cause === route.params.cause) &&
                finds(route.params.find ?? '', row.code, row.title, row.department, row.instructors),
        ),
    )
    const lines = $derived(
        grouped(
            shown,
            (sheetNow?.causes ?? []).map((one) => ({
                name: one.words,
                says: (own: Found[]) =>
                    own.length === one.shells
                        ? count(one.shells, 'shell')
                        : `${own.length} of ${count(one.shells, 'shell')}`,
                has: (row: Found) => row.cause === one.cause,
            })),
        ),
    )
    const departments = $derived([...new Set(rows.map((row) => row.department))].sort())
    const row = $derived(rows.find((one) => one.id === selected))
    const cause = $derived(route.params.cause ?? row?.cause ?? '')
    const ofCause = $derived(shown.filter((one) => one.cause === cause))

    async function load() {
        const asked = route.params.day
        sheetNow = await get('/api/terms/{term}/upkeep/first-day', {
            path: { term: route.term },
            query: asked ? { day: asked } : {},
        })
    }
    onMount(() => {
        void campus.attempt(load)
    })

    function ask(asked: string) {
        route.set({ day: asked })
        void campus.attempt(load)
    }

    function look() {
        void campus.attempt(async () => {
            await refreshHeld(false, (words) => (says = words))
            await load()
        })
    }

    /** What mends all of one cause. */
    function mend() {
        void campus.attempt(async () => {
            const keys = ofCause.map((one) => one.key)
            const path = { term: route.term }
            const versions = sheetNow?.versions ?? ''
            if (cause === 'NOT_OPEN') {
                const begun = await post('/api/terms/{term}/upkeep/opening', {
                    path,
                    body: {
                        versions,
                        keys,
                        open: true,
                        by: sheetNow?.at.slice(0, 10) ?? null,
                        opens: null,
                        closes: null,
                        reason: `Not open on ${sheetNow?.at.slice(0, 10)}`,
                    },
                })
                await campus.refresh()
                route.go('build', { id: String(begun.build) })
            } else {
                const begun = await post('/api/terms/{term}/upkeep/drift/put-back', {
                    path,
                    body: { versions, keys, closes: 0 },
                })
                await campus.refresh()
                route.go('build', { id: String(begun.build) })
            }
        })
    }

    function send() {
        void campus.attempt(async () => {
            const sent = await post('/api/terms/{term}/upkeep/first-day/mail', {
                path: { term: route.term },
                body: { day: sheetNow?.at.slice(0, 10) ?? '', department, to },
            })
            says = `${count(sent.shells, 'line')} on their way to ${to}`
            to = ''
        })
    }

    function detail(found: Found): string {
        return /^\d{4}-\d\d-\d\dT/.test(found.detail)
            ? `opens or closes ${moment(found.detail)}`
            : found.detail
    }
</script>

{#snippet lineCells(one: Found)}
    <span role="gridcell" title={one.title}><b class="code">{one.code}</b><br />{one.title}</span>
    <span role="gridcell">{one.department}</span>
    <span role="gridcell">{one.instructors || 'nobody yet'}</span>
    <span role="gridcell" title={one.detail}>{detail(one)}</span>
{/snippet}

{#snippet sheet()}
    <Parts />
    <div class="top">
        <h1>
            {#if sheetNow === null}
                One moment …
            {:else}
                {number(sheetNow.clear)} of {count(sheetNow.shells, 'shell')} ready for students on {day(
                    sheetNow.at,
                )}
            {/if}
        </h1>
        {#if sheetNow}
            <p class="filters">
                <label
                    >Day <input
                        type="date"
                        value={sheetNow.at.slice(0, 10)}
                        onchange={(event) => event.currentTarget.value && ask(event.currentTarget.value)}
                    /></label
                >
                <span class="soft">at {sheetNow.at.slice(11, 16)} {sheetNow.zone}</span>
                <Find />
                <label
                    >Department <select
                        value={department}
                        onchange={(event) => route.set({ department: event.currentTarget.value })}
                    >
                        <option value="">all</option>
                        {#each departments as name (name)}<option value={name}>{name}</option>{/each}
                    </select></label
                >
            </p>
        {/if}
    </div>
    {#if rows.length > 0}
        <Grid
            label="What was found"
            {lines}
            columns={['Shell', 'Department', 'Instructors', 'What exactly']}
            widths="minmax(0, 5fr) minmax(0, 2.6fr) minmax(0, 2.6fr) minmax(0, 3.4fr)"
            {selected}
            select={(id) => (selected = id)}
            cells={lineCells}
        />
    {:else if sheetNow}
        <p class="calm">
            {sheetNow.shells === 0
                ? 'No shell has begun by that day.'
                : 'Nothing: every shell is open, taught, filled and named as it should be.'}
        </p>
    {/if}
{/snippet}

{#snippet margin()}
    {#if sheetNow}
        <h2>By cause</h2>
        {#each sheetNow.causes as one (one.cause)}
            <p class="kind">
                <button
                    class="plain"
                    aria-pressed={route.params.cause === one.cause}
                    onclick={() => route.set({ cause: route.params.cause === one.cause ? '' : one.cause })}
                    >{one.words}</button
                >
                <b>{number(one.shells)}</b>
            </p>
        {:else}
            <p class="soft">Nothing was found.</p>
        {/each}
        {#if sheetNow.later > 0}
            <p class="soft">{count(sheetNow.later, 'shell')} begin later or are over by then.</p>
        {/if}
        {#if cause && ofCause.length > 0}
            {@const way = CAUSES[ofCause[0]?.cause ?? 'NOT_BUILT']}
            <h3>What mends it</h3>
            <p>{way.says}</p>
            {#if way.acts && campus.may('CHANGE_UPKEEP')}
                <p><button class="go" onclick={mend}>{way.acts} {count(ofCause.length, 'shell')}</button></p>
            {/if}
            {#if way.station}
                <!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_click_events_have_key_events -->
                <p onclick={follow}><a href={route.href(way.station)}>{way.link}</a></p>
            {/if}
        {/if}
        {#if department && campus.may('CHANGE_UPKEEP')}
            <h3>Send {department} its list</h3>
            <p>
                <label>To <input type="email" bind:value={to} size="26" placeholder="name@…" /></label>
                <button class="plain" disabled={!to.includes('@')} onclick={send}
                    >Mail {count(rows.filter((one) => one.department === department).length, 'line')}</button
                >
            </p>
        {:else}
            <p class="soft">Choose a department to send it its own list.</p>
        {/if}
    {/if}
{/snippet}

{#snippet footer()}
    {#if campus.may('CHANGE_UPKEEP')}<button class="plain" onclick={look}
            >Look at what changed in the LMS</button
        >{/if}
    <span class="soft" role="status">{says}</span>
    {#if shown.length > 0}
        <Export
            name="first day {route.term} {department}"
            cells={() =>
                sheetCells(shown, [
                    ['cause', (one) => CAUSES[one.cause].word],
                    ['code', (one) => one.code],
                    ['title', (one) => one.title],
                    ['department', (one) => one.department],
                    ['instructors', (one) => one.instructors],
                    ['students', (one) => one.students],
                    ['what exactly', (one) => one.detail],
                ])}
        />
        <button class="plain" onclick={() => print()}>Print</button>
    {/if}
{/snippet}

<Screen {sheet} {margin} {footer} marginName="What was found" />

<style>
    .top {
        padding: 14px 20px 10px;
        flex: none;
    }
    .filters {
        display: flex;
        gap: 16px;
        margin-top: 6px;
        align-items: baseline;
    }
    .calm {
        padding: 10px 20px;
        font-size: 16px;
    }
    p,
    h3 {
        margin-top: 10px;
    }
    h3 {
        margin-top: 18px;
    }
    .kind {
        display: grid;
        grid-template-columns: 1fr auto;
        gap: 14px;
        align-items: baseline;
        justify-items: start;
    }
    .kind button {
        text-align: left;
        font-weight: 400;
    }
    .kind button[aria-pressed='true'] {
        font-weight: 700;
    }
</style>
