<script lang="ts">
    import { onMount } from 'svelte'
    import { get, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { count, instant, number } from '../frame/words'
    import { cells as sheetCells } from '../parts/cells'
    import Export from '../parts/Export.svelte'
    import Grid from '../parts/Grid.svelte'
    import type { Line } from '../parts/lines'
    import { details } from './details'

    /** Who did what, when, to what: found by person, kind, words and days; and whether each entry is as it was written. */
    type Entry = Omit<Api['LedgerReadingLine'], 'id'> & { id: string }

    let entries = $state.raw<Entry[]>([])
    let next = $state<number | null>(null)
    let departments = $state.raw<Api['ArrivalDepartment'][]>([])
    let vocabulary = $state.raw<Api['LedgerReadingVocabulary'] | null>(null)
    let found = $state.raw<Api['LedgerCheckFound'] | null>(null)
    let selected = $state('')
    let known = $state(false)

    const lines = $derived<Line<Entry>[]>(entries.map((row) => ({ kind: 'row', row })))
    const one = $derived(entries.find((entry) => entry.id === selected))

    function query(before: number | null) {
        const { who, what, department, shell, find, from, to } = route.params
        return {
            ...(who ? { who } : {}),
            ...(what ? { what } : {}),
            ...(department
                ? {
                      department: [
                          department,
                          departments.find((one) => one.code === department)?.name ?? department,
                      ],
                  }
                : {}),
            ...(shell ? { shell } : {}),
            ...(find ? { find } : {}),
            ...(from ? { from } : {}),
            ...(to ? { to } : {}),
            ...(before === null ? {} : { before }),
        }
    }

    async function load(before: number | null) {
        const page = await get('/api/ledger', { query: query(before) })
        const more = page.lines.map((line) => ({ ...line, id: String(line.id) }))
        entries = before === null ? more : [...entries, ...more]
        next = page.next ?? null
        known = true
    }

    onMount(() => {
        void campus.attempt(async () => {
            vocabulary = await get('/api/ledger/vocabulary')
            departments = await get('/api/arrivals/departments')
        })
    })
    $effect(() => {
        void JSON.stringify(route.params)
        void campus.attempt(() => load(null))
    })

    function check() {
        void campus.attempt(async () => {
            found = await get('/api/ledger/check')
        })
    }

    function more() {
        const before = next
        void campus.attempt(() => load(before))
    }
</script>

{#snippet entryCells(entry: Entry)}
    <span role="gridcell">{instant(entry.at, campus.zone)}</span>
    <span role="gridcell">{entry.who}</span>
    <span role="gridcell"><b>{entry.what}</b></span>
    <span role="gridcell" title={entry.subject}>{entry.subject}</span>
    <span role="gridcell" class="soft" title={entry.detail}
        >{details(entry.detail)
            .map(([name, value]) => `${name} ${value}`)
            .join(', ')}</span
    >
{/snippet}

{#snippet sheet()}
    <div class="top">
        <h1>
            {!known
                ? 'One moment …'
                : `The ledger, ${next === null ? number(entries.length) : `the last ${number(entries.length)}`} ${entries.length === 1 ? 'entry' : 'entries'}`}
        </h1>
        <p class="filters">
            <label
                >Person
                <select
                    value={route.params.who ?? ''}
                    onchange={(event) => route.set({ who: event.currentTarget.value })}
                >
                    <option value="">all</option>
                    {#each vocabulary?.people ?? [] as person (person.login)}
                        <option value={person.login}>{person.name}</option>
                    {/each}
                </select></label
            >
            <label
                >Department
                <select
                    value={route.params.department ?? ''}
                    onchange={(event) => route.set({ department: event.currentTarget.value })}
                >
                    <option value="">all</option>
                    {#each departments as one (one.code)}<option value={one.code}>{one.name}</option>{/each}
                </select></label
            >
            <label
                >Shell <input
                    class="mono"
                    placeholder="its key"
                    value={route.params.shell ?? ''}
                    onchange={(event) => route.set({ shell: event.currentTarget.value })}
                /></label
            >
            <label
                >Kind
                <select
                    value={route.params.what ?? ''}
                    onchange={(event) => route.set({ what: event.currentTarget.value })}
                >
                    <option value="">all</option>
                    {#each vocabulary?.kinds ?? [] as kind (kind)}<option value={kind}>{kind}</option>{/each}
                </select></label
            >
            <label
                >Names <input
                    value={route.params.find ?? ''}
                    placeholder="department, shell, term"
                    onchange={(event) => route.set({ find: event.currentTarget.value })}
                /></label
            >
            <label
                >From <input
                    type="date"
                    value={route.params.from ?? ''}
                    onchange={(event) => route.set({ from: event.currentTarget.value })}
                /></label
            >
            <label
                >to <input
                    type="date"
                    value={route.params.to ?? ''}
                    onchange={(event) => route.set({ to: event.currentTarget.value })}
                /></label
            >
        </p>
    </div>
    <Grid
        label="Entries"
        {lines}
        columns={['When', 'Who', 'What', 'To what', 'More']}
        widths="148px minmax(0, 1.2fr) minmax(0, 1.7fr) minmax(0, 1.6fr) minmax(0, 3fr)"
        {selected}
        select={(id) => (selected = id)}
        cells={entryCells}
    />
{/snippet}

{#snippet margin()}
    {#if one}
        <h2>{one.what}</h2>
        <p>{one.subject}</p>
        <p>
            {one.who}, {instant(one.at, campus.zone)}
            <span class="soft">{one.address ? `from ${one.address}` : 'by the program itself'}</span>
        </p>
        <table>
            <tbody>
                {#each details(one.detail) as [name, value] (name)}
                    <tr><th scope="row">{name}</th><td>{value}</td></tr>
                {/each}
            </tbody>
        </table>
        <p class="soft">
            {one.seal ? `Entry ${number(one.seal)} of the chain.` : 'It is sealed in a few seconds.'}
        </p>
    {:else}
        <h2>Is it all there?</h2>
        <p class="soft">
            Each entry holds the digest of itself and of the one before. One that was changed, taken out or
            put in is found.
        </p>
    {/if}
    <p><button class="plain" onclick={check}>Check the whole ledger</button></p>
    {#if found}
        <div role="status">
            {#if found.faults.length === 0}
                <p class="moss">✓ {count(found.entries, 'entry', 'entries')}, each as it was sealed.</p>
            {:else}
                <p class="brick">
                    ▲ {count(found.faults.length, 'fault')} in {number(found.entries)} entries
                </p>
                {#each found.faults as fault, i (i)}<p>{fault}</p>{/each}
            {/if}
            <p class="soft">
                The last digest, to be noted elsewhere: <span class="mono head">{found.head}</span>
            </p>
        </div>
    {/if}
{/snippet}

{#snippet footer()}
    <button class="plain" onclick={() => route.go('desk')}>Back to the desk</button>
    {#if next !== null}<button class="plain" onclick={more}>Earlier ones</button>{/if}
    {#if entries.length > 0}
        <Export
            name="ledger"
            cells={() =>
                sheetCells(entries, [
                    ['when', (entry) => entry.at],
                    ['who', (entry) => entry.who],
                    ['login', (entry) => entry.login],
                    ['what', (entry) => entry.what],
                    ['to what', (entry) => entry.subject],
                    ['more', (entry) => entry.detail],
                    ['from', (entry) => entry.address],
                    ['entry', (entry) => entry.seal ?? ''],
                ])}
        />
    {/if}
{/snippet}

<Screen {sheet} {margin} {footer} marginName="The entry" />

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
        align-items: baseline;
    }
    p {
        margin-top: 10px;
    }
    table {
        margin-top: 12px;
        border-collapse: collapse;
    }
    th,
    td {
        text-align: left;
        vertical-align: baseline;
        padding: 4px 14px 4px 0;
        border-top: 1px solid var(--faint);
    }
    td,
    .head {
        overflow-wrap: anywhere;
    }
</style>
