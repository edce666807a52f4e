<script lang="ts">
    import { onMount } from 'svelte'
    import { get, type Api } from '../api/client'
    import { again } from '../frame/again'
    import { campus } from '../frame/campus.svelte'
    import { follow, NO_TERM, route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { atStart, count, instant, number } from '../frame/words'
    import { cells } from '../parts/cells'
    import Export from '../parts/Export.svelte'
    import Brought from './Brought.svelte'
    import Changes from './Changes.svelte'
    import { CHANGED, changedRows } from './changes'
    import Decide from './Decide.svelte'
    import Faults from './Faults.svelte'
    import LeaveOut from './LeaveOut.svelte'
    import { leftOut } from './leftout'
    import LeftOuts from './LeftOuts.svelte'
    import Nights from './Nights.svelte'
    import Oddities from './Oddities.svelte'
    import Receive from './Receive.svelte'
    import Schedule from './Schedule.svelte'
    import Sections from './Sections.svelte'
    import Offers from '../sheets/Offers.svelte'

    type Arrival = Api['ArrivalView']

    const ASK_AGAIN_MILLIS = 400

    let arrivals = $state<Arrival[]>([])
    let known = $state(false)
    let departments = $state.raw<Api['DepartmentTallyRow'][]>([])
    let changes = $state.raw<Api['Changes'][]>([])
    let sections = $state.raw<Api['ChangeSectionChange'][]>([])
    let nights = $state.raw<Api['ArrivalNight'][]>([])
    let counted = $state(false)
    let over = $state(false)
    let receive = $state<Receive>()
    const watch = again(load, ASK_AGAIN_MILLIS)

    /** Some that came so long ago that they are not among the latest; null where there is none of that number. */
    let older = $state.raw<Record<string, Arrival | null>>({})
    const wanted = $derived(/^\d{1,15}$/.test(route.params.id ?? '') ? (route.params.id ?? '') : '')
    const shown = $derived(
        wanted === '' || older[wanted] === null ? arrivals[0] : (find(wanted) ?? undefined),
    )
    /** The one with the same content. */
    const same = $derived(find(String(shown?.sameAs ?? '')))
    /** The department of which the sections are looked at. */
    const department = $derived(
        changes
            .find((c) => c.term === route.params.of)
            ?.departments.find((d) => d.code === route.params.department),
    )
    const STATES = {
        READING: { says: 'being read', mark: '…', class: 'soft' },
        KEPT: { says: 'kept', mark: '✓', class: 'moss' },
        SAME: { says: 'same as before', mark: '=', class: 'soft' },
        REFUSED: { says: 'refused', mark: '■', class: 'brick' },
        HELD: { says: 'held', mark: '■', class: 'brick' },
        TURNED_AWAY: { says: 'turned away', mark: '×', class: 'soft' },
    } as const

    onMount(() => {
        void campus.attempt(load)
        return watch.end
    })

    function find(id: string): Arrival | null {
        return arrivals.find((a) => String(a.id) === id) ?? older[id] ?? null
    }

    $effect(() => {
        const id = shown && ['KEPT', 'HELD', 'TURNED_AWAY'].includes(shown.state) ? shown.id : 0
        departments = []
        changes = []
        counted = false
        let left = false
        if (id > 0) {
            void campus.attempt(async () => {
                const [rows, changed] = await Promise.all([
                    get('/api/arrivals/{id}/departments', { path: { id } }),
                    get('/api/arrivals/{id}/changes', { path: { id } }),
                ])
                if (left) return
                departments = rows
                changes = changed
                counted = true
            })
        }
        return () => (left = true)
    })

    $effect(() => {
        if (!known) return
        for (const id of [wanted, String(shown?.sameAs ?? '')]) {
            if (id !== '' && !find(id) && !(id in older)) void campus.attempt(() => lookUp(id))
        }
    })

    $effect(() => {
        const term = route.params.of
        const code = department?.code
        sections = []
        let left = false
        if (shown && term && code !== undefined) {
            const id = shown.id
            void campus.attempt(async () => {
                const changed = await get('/api/arrivals/{id}/changes/sections', {
                    path: { id },
                    query: { term, department: code },
                })
                if (!left) sections = changed
            })
        }
        return () => (left = true)
    })

    async function lookUp(id: string) {
        try {
            older = { ...older, [id]: await get('/api/arrivals/{id}', { path: { id: Number(id) } }) }
        } catch (e) {
            older = { ...older, [id]: null }
            throw e
        }
    }

    async function load() {
        const wasReading = isReading()
        ;[arrivals, nights] = await Promise.all([get('/api/arrivals'), get('/api/arrivals/nights')])
        known = true
        if (isReading()) watch.later()
        else if (wasReading) await campus.refresh()
    }

    function isReading(): boolean {
        return arrivals.some((a) => a.state === 'READING')
    }

    async function afterDecision() {
        older = {}
        await load()
        await campus.refresh()
    }

    /** Something was brought in: the latest is shown. */
    async function came() {
        route.set({ id: '' })
        await load()
    }

    function dropped(event: DragEvent) {
        event.preventDefault()
        over = false
        if (campus.may('CHANGE_LISTS')) receive?.send(event.dataTransfer?.files[0])
    }
</script>

{#snippet sheet()}
    <div
        class="arrivals"
        class:over
        role="presentation"
        ondragover={(e) => {
            e.preventDefault()
            over = campus.may('CHANGE_LISTS')
        }}
        ondragleave={() => (over = false)}
        ondrop={dropped}
    >
        {#if shown?.state === 'REFUSED'}
            <h1>{atStart(shown.fileName)} was refused</h1>
            <p class="soft">
                {count(shown.faultCount, 'fault')}. Nothing of it was kept; the list before holds as it was.
                Have these mended and fetch it again.
            </p>
            <Faults faults={shown.faults} all={shown.faultCount} />
        {:else if shown?.state === 'READING'}
            <h1>Reading {shown.fileName} …</h1>
            <p class="soft" role="status">You can leave; it goes on.</p>
        {:else if shown?.state === 'KEPT' || shown?.state === 'HELD' || shown?.state === 'TURNED_AWAY'}
            <h1>
                {shown.state === 'HELD'
                    ? `${atStart(shown.fileName)} is held`
                    : `What ${shown.fileName} brought`}
            </h1>
            {#if nights.length > 1}<Nights {nights} shown={shown.id} />{/if}
            {#if department}
                <!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_click_events_have_key_events -->
                <p class="back" onclick={follow}>
                    <a href={route.href('arrivals', { id: String(shown.id) })}>All departments</a>
                    <b>{department.name}</b>
                    <span class="soft">{department.college}, {count(sections.length, 'section')}</span>
                </p>
                {#if shown.state === 'HELD' && campus.may('CHANGE_LISTS')}
                    <LeaveOut
                        arrival={shown}
                        {department}
                        term={route.params.of ?? ''}
                        done={afterDecision}
                    />
                {/if}
                <Sections {sections} term={route.params.of ?? ''} />
            {:else}
                {#key shown.id}<Decide arrival={shown} decided={afterDecision} />{/key}
                {#each shown.leftOut.filter((part) => part.sections > 0) as part (part.kind + part.term + part.department)}
                    <p>
                        <b class="ochre">▲ Left out:</b>
                        {leftOut(part.kind, part.sections)} of {part.department}
                        {part.term}
                    </p>
                {/each}
                {#if shown.oddities.length > 0}<Oddities oddities={shown.oddities} />{/if}
                {#if changes.length > 0}
                    <Changes {changes} id={shown.id} />
                {:else if departments.length > 0}
                    <Brought rows={departments} />
                {:else if counted}
                    <p class="soft">It has no sections.</p>
                {:else}
                    <p class="soft" role="status">Counting by department …</p>
                {/if}
            {/if}
        {:else if shown?.state === 'SAME'}
            <h1>{atStart(shown.fileName)} is the same as the one before</h1>
            {#if same?.state === 'HELD'}
                <p>It is still the list that is <b class="brick">■ held</b>; nothing computes from it.</p>
            {:else if same?.state === 'REFUSED'}
                <p>It is still the list that was <b class="brick">■ refused</b>, with the same faults.</p>
            {:else if same?.state === 'TURNED_AWAY'}
                <p>It is still the list that was turned away.</p>
            {:else}
                <p class="soft">Nothing has changed at the registrar's.</p>
            {/if}
            {#if same}
                <!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_click_events_have_key_events -->
                <p onclick={follow}>
                    <a href={route.href('arrivals', { id: String(same.id) })}>Look at it</a>
                </p>
            {/if}
        {:else if known && arrivals.length === 0}
            <h1>Nothing has come in yet</h1>
            <p class="begin">
                Fetch the registrar's list, or drop a OneRoster 1.1 bundle here: a zip with manifest.csv,
                academicSessions.csv, orgs.csv, courses.csv, classes.csv, users.csv and enrollments.csv.
            </p>
        {/if}
    </div>
{/snippet}

{#snippet margin()}
    <Schedule />
    {#if campus.mayAll('READ_LISTS')}<Offers version={arrivals[0]?.id ?? 0} />{/if}
    <LeftOuts version={arrivals[0]?.id ?? 0} />
    <h2>Arrivals</h2>
    {#if arrivals.length === 0}<p class="soft">None yet.</p>{/if}
    <!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_click_events_have_key_events -->
    <ol onclick={follow}>
        {#each arrivals as arrival (arrival.id)}
            {@const state = STATES[arrival.state]}
            <li class:shown={arrival === shown}>
                <a href={route.href('arrivals', { id: String(arrival.id) })} aria-current={arrival === shown}>
                    {arrival.fileName}
                </a>
                <b class={state.class}
                    ><span aria-hidden="true">{state.mark}</span>
                    {arrival.inUse ? 'in use' : state.says}</b
                >
                <span class="soft">
                    {instant(arrival.receivedAt, campus.zone)}, {arrival.receivedBy}
                    {#if arrival.sections > 0}
                        <br />{number(arrival.sections)} sections, {number(arrival.courses)} courses,
                        {number(arrival.people)} people, {number(arrival.enrollments)} enrollments
                    {/if}
                </span>
            </li>
        {/each}
    </ol>
    <p class="soft zone">Times are those of {campus.zone}.</p>
{/snippet}

{#snippet footer()}
    {#if campus.may('CHANGE_LISTS')}<Receive bind:this={receive} {came} />{/if}
    {#if shown?.state === 'REFUSED'}
        <Export
            name="faults of {shown.fileName}"
            cells={() =>
                cells(shown.faults, [
                    ['file', (f) => f.file],
                    ['line', (f) => f.line],
                    ['column', (f) => f.column],
                    ['reason', (f) => f.reason],
                ])}
        />
    {:else if department}
        <Export
            name="{department.name}: what {shown?.fileName} changed"
            cells={() => cells(changedRows(sections), CHANGED)}
        />
    {:else if departments.length > 0}
        <Export
            name="what {shown?.fileName} brought"
            cells={() =>
                cells(departments, [
                    ['department', (d) => d.department],
                    ['college', (d) => d.college],
                    ['sections', (d) => d.sections],
                    ['in', (d) => d.cameIn],
                    ['out', (d) => d.wentOut],
                    ['changed', (d) => d.otherwise],
                    ['students', (d) => d.students],
                    ['adds', (d) => d.adds],
                    ['drops', (d) => d.drops],
                ])}
        />
    {/if}
    {#if route.term !== NO_TERM && campus.mayAll('READ_LISTS')}
        <!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_click_events_have_key_events -->
        <nav onclick={follow} aria-label="What no registrar lists">
            <a href={route.href('arrivals', { view: 'sheet' })}>Courses from a spreadsheet</a>
        </nav>
    {/if}
    {#if route.term !== NO_TERM && campus.line && campus.line.sections > 0}
        <!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_click_events_have_key_events -->
        <nav class="on" onclick={follow} aria-label="Go on">
            <a href={route.href('proof')}>See the proof of {campus.line.term?.name}</a>
        </nav>
    {/if}
{/snippet}

<Screen {sheet} {margin} {footer} marginName="All arrivals" />

<style>
    .arrivals {
        padding: 18px 20px;
        flex: 1;
        min-height: 0;
        display: flex;
        flex-direction: column;
    }
    .over {
        background: var(--chalk-wash);
        outline: 2px dashed var(--chalk);
        outline-offset: -8px;
    }
    .begin {
        max-width: 60ch;
        margin-top: 12px;
        font-size: 16px;
    }
    ol {
        list-style: none;
        padding: 0;
        margin: 10px 0 0;
    }
    li {
        border-top: 1px solid var(--hair);
        padding: 8px 0;
        display: grid;
        grid-template-columns: 1fr auto;
        gap: 2px 10px;
    }
    li span.soft {
        grid-column: 1 / 3;
        font-size: 12.5px;
    }
    li a {
        justify-self: start;
    }
    .shown a {
        color: var(--ink);
    }
    .zone {
        font-size: 12.5px;
        margin-top: 14px;
    }
    .back {
        margin-top: 10px;
        display: flex;
        flex-wrap: wrap;
        gap: 4px 14px;
        align-items: baseline;
    }
    .on {
        margin-left: auto;
    }
</style>
