<script lang="ts">
    import { onMount } from 'svelte'
    import { SvelteSet } from 'svelte/reactivity'
    import { get, post, remove, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { follow, route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { count, moment, number } from '../frame/words'
    import Ask from '../parts/Ask.svelte'
    import { cells as sheetCells } from '../parts/cells'
    import Export from '../parts/Export.svelte'
    import Extensions from './Extensions.svelte'
    import Find from '../parts/Find.svelte'
    import Grid from '../parts/Grid.svelte'
    import { finds, grouped } from '../parts/lines'
    import Parts from './Parts.svelte'

    /** All shells of the term as students meet them now: opened or shut in bulk, and students let in longer. */
    type Shell = Api['LifeRow'] & { id: string }
    const STATES: Record<Api['LifeRow']['state'], string> = {
        OPEN: 'open to students',
        LATER: 'opens later by itself',
        SHUT: 'shut until somebody opens it',
        OVER: 'its time is over',
        CLOSED: 'closed, and kept',
        NOT_BUILT: 'not built',
    }

    let all = $state.raw<Api['LifeSheet'] | null>(null)
    let longer = $state.raw<Api['LifeExtension'][]>([])
    let selected = $state('')
    let says = $state('')
    let reason = $state('')
    let opens = $state('')
    let asking = $state(false)
    const marks = new SvelteSet<string>()

    const rows = $derived<Shell[]>((all?.rows ?? []).map((row) => ({ ...row, id: row.key })))
    const shown = $derived(
        rows.filter(
            (row) =>
                (!route.params.state || row.state === route.params.state) &&
                (!route.params.department || row.department === route.params.department) &&
                (!route.params.kind || row.kind === route.params.kind) &&
                finds(route.params.find ?? '', row.code, row.title, row.department),
        ),
    )
    const lines = $derived(
        grouped(
            shown,
            (Object.keys(STATES) as Api['LifeRow']['state'][]).map((state) => ({
                name: STATES[state],
                says: (own: Shell[]) => count(own.length, 'shell'),
                has: (row: Shell) => row.state === state,
            })),
        ),
    )
    const departments = $derived([...new Set(rows.map((row) => row.department))].filter(Boolean).sort())
    const kinds = $derived([...new Set(rows.map((row) => row.kind))].filter(Boolean).sort())
    const marked = $derived(rows.filter((row) => marks.has(row.id)))
    const row = $derived(rows.find((one) => one.id === selected))
    const nowOpen = $derived(marked.filter((one) => one.state === 'OPEN').length)
    const notOpen = $derived(marked.length - nowOpen)

    async function load() {
        const path = { term: route.term }
        all = await get('/api/terms/{term}/upkeep/shells', { path })
        longer = await get('/api/terms/{term}/upkeep/extensions', { path })
    }
    onMount(() => {
        void campus.attempt(load)
    })

    function set(open: boolean) {
        asking = false
        void campus.attempt(async () => {
            const begun = await post('/api/terms/{term}/upkeep/opening', {
                path: { term: route.term },
                body: {
                    versions: all?.versions ?? '',
                    keys: marked.map((one) => one.key),
                    open,
                    by: null,
                    opens: open && opens ? opens : null,
                    closes: null,
                    reason,
                },
            })
            await campus.refresh()
            route.go('build', { id: String(begun.build) })
        })
    }

    function give(user: string, until: string, why: string) {
        void campus.attempt(async () => {
            longer = await post('/api/terms/{term}/upkeep/extensions', {
                path: { term: route.term },
                body: { key: selected, user, until, reason: why },
            })
            says = 'Let in longer.'
        })
    }

    function end(id: number) {
        void campus.attempt(async () => {
            await remove('/api/terms/{term}/upkeep/extensions/{id}', { path: { term: route.term, id } })
            longer = longer.filter((one) => one.id !== id)
        })
    }
</script>

{#snippet lineCells(one: Shell)}
    <span role="gridcell" title={one.title}><b class="code">{one.code}</b><br />{one.title}</span>
    <span role="gridcell">{one.department || '–'}</span>
    <span role="gridcell" title={one.why}>
        {STATES[one.state]}{#if one.byHand}, set by a person{/if}{#if one.why}<br /><span class="soft"
                >{one.why}</span
            >{/if}
    </span>
    <span role="gridcell">{moment(one.opens)}<br />{moment(one.closes)}</span>
    <span role="gridcell" class="num">{number(one.students)}</span>
{/snippet}

{#snippet choose(label: string, param: string, options: [value: string, name: string][])}
    <label
        >{label}
        <select
            value={route.params[param] ?? ''}
            onchange={(event) => route.set({ [param]: event.currentTarget.value })}
        >
            <option value="">all</option>
            {#each options as [value, name] (value)}<option {value}>{name}</option>{/each}
        </select></label
    >
{/snippet}

{#snippet sheet()}
    <Parts />
    <div class="top">
        <h1>
            {#if all === null}
                One moment …
            {:else}
                {number(rows.filter((one) => one.state === 'OPEN').length)} of {count(rows.length, 'shell')} open
                to students
            {/if}
        </h1>
        <p class="filters">
            <Find placeholder="code, title" />
            {@render choose(
                'State',
                'state',
                (all?.states ?? []).map((one) => [one.state, `${STATES[one.state]}, ${number(one.shells)}`]),
            )}
            {@render choose(
                'Department',
                'department',
                departments.map((name) => [name, name]),
            )}
            {@render choose(
                'Kind',
                'kind',
                kinds.map((name) => [name, name]),
            )}
        </p>
    </div>
    <Grid
        label="Shells"
        {lines}
        columns={['Shell', 'Department', 'Now', 'Opens and closes', 'Students']}
        widths="minmax(0, 4.4fr) minmax(0, 2.2fr) minmax(0, 3.2fr) 168px 60px"
        {marks}
        {selected}
        select={(id) => (selected = id)}
        cells={lineCells}
    />
{/snippet}

{#snippet margin()}
    {#if marked.length > 0}
        <h2>{count(marked.length, 'shell')} marked</h2>
        <p>{number(nowOpen)} open to students now, {number(notOpen)} not.</p>
        {#if campus.may('CHANGE_UPKEEP')}
            <p><label>Why <input bind:value={reason} maxlength="1000" size="30" /></label></p>
            <p>
                <label>Opens <input bind:value={opens} size="20" placeholder="as it is" /></label>
                <span class="soft">a moment as conventions write it: 2027-01-04 08:00, week 2 Mon</span>
            </p>
            <p class="acts">
                <button class="go" disabled={reason.trim() === ''} onclick={() => set(true)}
                    >Open {count(marked.length, 'shell')}</button
                >
                <button class="plain" disabled={reason.trim() === ''} onclick={() => (asking = true)}
                    >Shut {count(marked.length, 'shell')}</button
                >
                <button class="plain" onclick={() => marks.clear()}>Unmark</button>
            </p>
            <p class="soft">
                The conventions say so from then on, section by section, and a build does it, also where a
                person did otherwise by hand. The build can be taken back; so can the version of the
                conventions.
            </p>
        {/if}
    {:else if row}
        <h2><span class="code">{row.code}</span></h2>
        <p>{row.title}</p>
        <p>{STATES[row.state]}{row.byHand ? ', set by a person' : ''}{row.why ? ': ' + row.why : ''}</p>
        <p>{moment(row.opens)} to {moment(row.closes)}, {count(row.students, 'student')}</p>
        <p>
            <a href={route.href('upkeep', { view: 'life', shell: row.key })} onclick={follow}
                >Its whole life</a
            >
        </p>
        {#if row.state !== 'NOT_BUILT'}
            <Extensions
                shell={row.key}
                versions={all?.versions ?? ''}
                given={longer.filter((one) => one.key === row.key)}
                {give}
                {end}
            />
        {/if}
    {:else}
        <h2>Let in longer</h2>
        {#each longer as one (one.id)}
            <p>
                <b>{one.name}</b> in <span class="code">{one.code}</span> until {moment(one.until)}
                <span class="soft">{one.reason}, {one.by}</span>
                {#if campus.may('CHANGE_UPKEEP')}<button class="plain" onclick={() => end(one.id)}
                        >End that</button
                    >{/if}
            </p>
        {:else}
            <p class="soft">
                Nobody. Choose a shell to let a student in longer than the others, as with an incomplete.
            </p>
        {/each}
        <p class="soft">Mark shells with Space, or all that are shown with a, to open or shut them.</p>
    {/if}
{/snippet}

{#snippet footer()}
    <span class="soft" role="status">{says}</span>
    {#if shown.length > 0}
        <Export
            name="shells {route.term}"
            cells={() =>
                sheetCells(shown, [
                    ['code', (one) => one.code],
                    ['title', (one) => one.title],
                    ['department', (one) => one.department],
                    ['kind', (one) => one.kind],
                    ['now', (one) => STATES[one.state]],
                    ['opens', (one) => one.opens],
                    ['closes', (one) => one.closes],
                    ['students', (one) => one.students],
                    ['why', (one) => one.why],
                ])}
        />
    {/if}
    {#if asking}
        <Ask
            question="Shut {count(marked.length, 'shell')}, {number(nowOpen)} of them open to students?"
            more="Students cannot enter them until somebody opens them; nothing in them is lost."
            yes="Shut {count(marked.length, 'shell')}"
            agree={() => set(false)}
            close={() => (asking = false)}
        />
    {/if}
{/snippet}

<Screen {sheet} {margin} {footer} marginName="What is marked" />

<style>
    .top {
        padding: 14px 20px 10px;
        flex: none;
    }
    .filters {
        display: flex;
        gap: 16px;
        margin-top: 6px;
        flex-wrap: wrap;
    }
    .num {
        text-align: right;
        font-variant-numeric: tabular-nums;
    }
    p {
        margin-top: 10px;
    }
    .acts {
        display: flex;
        gap: 18px;
        align-items: baseline;
        flex-wrap: wrap;
    }
</style>
