<script lang="ts">
    import { onMount } from 'svelte'
    import { get, post, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { cells } from '../parts/cells'
    import Export from '../parts/Export.svelte'
    import Parts from '../conventions/Parts.svelte'
    import { count, day, instant, moment, number } from '../frame/words'
    import PickList from '../parts/PickList.svelte'
    import WeekRuler from '../parts/WeekRuler.svelte'
    import Dates from './Dates.svelte'

    const SHOWN = 200
    const KINDS: [string, string][] = [
        ['earlier', 'from an earlier shell'],
        ['master', 'from a master'],
        ['template', 'from a template'],
        ['missing', 'with nothing to start from'],
        ['none', 'empty, as set'],
    ]

    let rows = $state.raw<Api['StartRow'][]>([])
    let versions = $state('')
    let start = $state.raw<Api['Start'] | null>(null)
    /** Dates set by hand that are not kept yet, by the shell and what it starts from. */
    let drafts = $state.raw<Record<string, Record<string, string>>>({})
    let from = $state('')
    let busy = $state(false)
    let loaded = $state(false)

    const term = $derived(encodeURIComponent(route.term))
    const kind = $derived(route.params.kind ?? '')
    const q = $derived((route.params.q ?? '').toLowerCase())
    const chosen = $derived(route.params.key ?? '')
    const seen = $derived(
        rows.filter(
            (r) =>
                (kind === '' || r.kind === kind) &&
                (q === '' || `${r.code} ${r.title}`.toLowerCase().includes(q)),
        ),
    )
    const drafted = $derived(start ? draftOf(start.key, start.fromKey) : '')
    const changed = $derived(drafts[drafted] ?? {})
    const items = $derived(start?.units.flatMap((u) => u.items) ?? [])
    const was = $derived(items.flatMap((i) => (i.was ? [{ at: i.was, moved: i.notes.length > 0 }] : [])))
    const is = $derived(
        items.flatMap((i) => {
            const due = changed[i.id] ?? i.due
            return due ? [{ at: due, moved: i.notes.length > 0 || i.id in changed }] : []
        }),
    )
    const moved = $derived(items.filter((i) => i.notes.length > 0).length)

    onMount(() => void campus.attempt(load))

    async function load() {
        const summary = await get('/api/terms/{term}/proof', { path: { term } })
        versions = summary.versions
        rows = await get('/api/terms/{term}/starts', { path: { term }, query: { versions } })
        loaded = true
        const first = rows.find((r) => r.kind === 'earlier') ?? rows[0]
        if (!rows.some((r) => r.key === route.params.key) && first) route.set({ key: first.key })
    }

    $effect(() => {
        const key = chosen
        const query = { versions, key, ...(from ? { from } : {}) }
        if (versions === '' || key === '') return
        const abort = new AbortController()
        get('/api/terms/{term}/start', { path: { term }, query }, abort.signal)
            .then((answer) => {
                start = answer
            })
            .catch((e) => {
                if (!abort.signal.aborted) campus.trouble = e.message
            })
        return () => abort.abort()
    })

    function draftOf(key: string, fromKey: string | null): string {
        return `${key} ${fromKey ?? ''}`
    }

    function change(of: string, dates: Record<string, string>) {
        drafts = Object.fromEntries(
            Object.entries({ ...drafts, [of]: dates }).filter(([, some]) => Object.keys(some).length > 0),
        )
    }

    /** Whether dates of a shell are not kept yet. */
    function isDrafted(key: string): boolean {
        return Object.keys(drafts).some((one) => one.startsWith(`${key} `))
    }

    function choose(key: string) {
        from = ''
        route.set({ key })
    }

    function keep() {
        const now = start
        if (!now?.fromKey) return
        const of = draftOf(now.key, now.fromKey)
        void campus.attempt(async () => {
            busy = true
            try {
                const answer = await post('/api/terms/{term}/start', {
                    path: { term },
                    body: {
                        versions,
                        key: now.key,
                        from: now.fromKey ?? '',
                        basedOn: now.revision,
                        due: { ...kept(now), ...changed },
                    },
                })
                // another shell may be looked at by now
                if (drafted === of) start = answer
                change(of, {})
                await load()
            } finally {
                busy = false
            }
        })
    }

    /** What was set by hand before stays so. */
    function kept(now: Api['Start']): Record<string, string> {
        if (!now.kept) return {}
        return Object.fromEntries(
            now.units.flatMap((u) => u.items.flatMap((i) => (i.due ? [[i.id, i.due]] : []))),
        )
    }
</script>

{#snippet sheet()}
    <Parts />
    <h1 class="unseen">What shells start from</h1>
    <div class="two">
        <section class="list" aria-label="Shells to be built">
            <p class="filter">
                <select
                    aria-label="Shells that start"
                    value={kind}
                    onchange={(e) => route.set({ kind: e.currentTarget.value })}
                >
                    <option value="">all {number(rows.length)} to be built</option>
                    {#each KINDS as [key, name] (key)}
                        <option value={key}>
                            {name}: {number(rows.filter((r) => r.kind === key).length)}
                        </option>
                    {/each}
                </select>
                <input
                    aria-label="Find a shell"
                    placeholder="find"
                    value={route.params.q ?? ''}
                    oninput={(e) => route.set({ q: e.currentTarget.value })}
                />
            </p>
            <PickList
                items={seen.slice(0, SHOWN)}
                id={(row) => row.key}
                {chosen}
                choose={(row) => choose(row.key)}
            >
                {#snippet content(row)}
                    <span class="block mono">{row.code}</span>
                    <span class="block soft"
                        >{row.from || 'nothing'}{row.sameInstructor ? ', same instructor' : ''}{row.kept
                            ? ', dates kept'
                            : ''}</span
                    >
                    {#if isDrafted(row.key)}<b class="block chalk">dates not kept yet</b>{/if}
                {/snippet}
            </PickList>
            {#if seen.length > SHOWN}
                <p class="soft more">and {number(seen.length - SHOWN)} more; type to find one</p>
            {/if}
        </section>
        <section class="start" aria-label="Its content">
            {#if start}
                <h2 class="mono">{start.code}</h2>
                {#if start.from && start.to}
                    <WeekRuler ruler={start.from} marks={was} name="then" />
                    <WeekRuler ruler={start.to} marks={is} name="now" />
                {:else if start.to}
                    <WeekRuler ruler={start.to} marks={is} name="now" />
                {/if}
                {#if start.kind === 'earlier' || start.kind === 'master'}
                    <Dates
                        {start}
                        {changed}
                        disabled={!campus.may('CHANGE_CONVENTIONS')}
                        change={(at, due) => change(drafted, { ...changed, [at]: due })}
                    />
                {:else if start.units.length > 0}
                    <table>
                        <tbody>
                            {#each start.units as unit, u (u)}
                                <tr>
                                    <th scope="row">{unit.title}</th>
                                    <td class="soft">
                                        {unit.first
                                            ? `${day(unit.first)} to ${day(unit.last ?? unit.first)}`
                                            : ''}
                                    </td>
                                </tr>
                                {#each unit.items as item, i (i)}
                                    <tr>
                                        <td>{item.title} <span class="soft">{item.kind}</span></td>
                                        <td>{item.due ? moment(item.due) : ''}</td>
                                    </tr>
                                {/each}
                            {/each}
                        </tbody>
                    </table>
                {/if}
                {#if start.units.length === 0}<p class="soft">{start.message}</p>{/if}
            {:else if loaded && rows.length === 0}
                <p class="soft">No shell of this term is to be built: all of them stand.</p>
            {/if}
        </section>
    </div>
{/snippet}

{#snippet margin()}
    {#if start}
        <h2>{start.message}</h2>
        {#each start.evidence as one, i (i)}<p class="soft">{one}</p>{/each}
        {#if start.kind === 'earlier' || start.kind === 'master'}
            <p class="gap">
                Taken over: {start.what === 'everything'
                    ? 'its outline with all materials'
                    : start.what === 'settings'
                      ? 'its settings only'
                      : 'its outline'}. Never people, their work or their grades.
            </p>
            <p class="gap" aria-live="polite">
                {count(is.length, 'date')}, {number(moved)} not on the same day of the same week.
                {#if Object.keys(changed).length > 0}
                    <b class="chalk">{count(Object.keys(changed).length, 'date')} changed, not kept yet.</b>
                {:else if start.kept}
                    Kept as they are by {start.kept.by}, {instant(start.kept.at, campus.zone)}.
                {/if}
            </p>
        {/if}
        {#if start.others.length > 1}
            <h3 class="gap">Earlier shells of the course</h3>
            {#each start.others as other (other.key)}
                <p class="other">
                    <button
                        class="plain"
                        aria-pressed={other.key === start.fromKey}
                        onclick={() => (from = other.key)}>{other.code}</button
                    >
                    <span class="soft">{other.evidence.join(' ')}</span>
                </p>
            {/each}
        {/if}
        <p class="gap soft">
            Which template, master or earlier shell is the setting “template” of the
            <a href={route.href('conventions', {})}>layers</a>.
        </p>
    {/if}
{/snippet}

{#snippet footer()}
    {#if campus.may('CHANGE_CONVENTIONS') && (start?.kind === 'earlier' || start?.kind === 'master')}
        <button
            class="go"
            disabled={busy || (Object.keys(changed).length === 0 && (from === '' || start.kept !== null))}
            onclick={keep}>Keep these dates</button
        >
        {#if Object.keys(changed).length > 0}
            <button class="plain" onclick={() => change(drafted, {})}>Undo</button>
        {/if}
    {/if}
    <Export
        name="what shells start from"
        cells={() =>
            cells(rows, [
                ['key', (r) => r.key],
                ['code', (r) => r.code],
                ['title', (r) => r.title],
                ['starts from', (r) => r.kind],
                ['which', (r) => r.from],
                ['same instructor', (r) => (r.sameInstructor ? 'yes' : 'no')],
                ['dates kept', (r) => (r.kept ? 'yes' : 'no')],
            ])}
    />
    <span class="soft">Dates that nobody keeps are carried forward when the shell is built.</span>
{/snippet}

<Screen {sheet} {margin} {footer} marginName="Where it comes from" />

<style>
    .two {
        display: flex;
        flex: 1;
        min-height: 0;
    }
    .list {
        width: 250px;
        flex: none;
        background: var(--paper);
        border-right: 1px solid var(--hair);
        overflow: auto;
    }
    .filter {
        display: grid;
        gap: 6px;
        padding: 10px 14px;
    }
    .block {
        display: block;
        font-size: 12px;
    }
    .more {
        padding: 8px 14px;
    }
    .start {
        flex: 1;
        min-width: 0;
        padding: 14px 20px;
        overflow: auto;
    }
    .start h2 {
        font-size: 15px;
        margin-bottom: 10px;
    }
    .start td,
    .start th {
        border-top: 1px solid var(--faint);
        padding: 3px 12px 3px 0;
        font-size: 13px;
    }
    .start th {
        color: var(--ink);
        font-weight: 650;
        padding-top: 8px;
    }
    .gap {
        margin-top: 12px;
    }
    .other {
        border-top: 1px solid var(--hair);
        padding: 4px 0;
        font-size: 13px;
    }
    .other button[aria-pressed='true'] {
        color: var(--ink);
    }
</style>
