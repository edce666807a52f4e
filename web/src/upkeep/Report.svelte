<script lang="ts">
    import { onMount } from 'svelte'
    import { get, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { count, day, instant, number } from '../frame/words'
    import { cells as sheetCells } from '../parts/cells'
    import Export from '../parts/Export.svelte'
    import Bars from './Bars.svelte'
    import Parts from './Parts.svelte'

    /** What the term came to, in numbers and pictures. */
    let report = $state.raw<Api['Report'] | null>(null)
    const KINDS: Record<string, string> = {
        BUILD: 'build',
        TAKE_BACK: 'took one back',
        PUT_AWAY: 'put away',
        FILL_AGAIN: 'edits of a master',
    }

    onMount(() => {
        void campus.attempt(async () => {
            report = await get('/api/terms/{term}/upkeep/report', { path: { term: route.term } })
        })
    })

    function rate(build: Api['ReportBuild']): string {
        if (build.seconds === null || build.done === 0) return '–'
        return `${number(Math.round((60 * build.done) / build.seconds))} a minute`
    }
</script>

{#snippet sheet()}
    <Parts />
    <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
    <div class="report" tabindex="0" role="region" aria-label="The report">
        {#if report}
            {@const t = report.totals}
            <h1>{report.name}: {count(t.shells, 'shell')}, {number(t.standing)} standing</h1>
            <p class="sum">
                {count(t.sections, 'section')}; {count(t.crossLists, 'shell')} of several, with {number(
                    t.crossListed,
                )}
                of them. {number(t.students)} places taken of {count(t.seats, 'seat')}, {count(
                    t.instructors,
                    'instructor',
                )}. {t.byHand ? `${count(t.byHand, 'person', 'people')} put in by hand. ` : ''}{t.drifted
                    ? `${count(t.drifted, 'shell')} changed by hand.`
                    : ''}
            </p>
            <div class="pair">
                <Bars
                    title="Shells by department"
                    heading="department"
                    parts={['standing', 'to come']}
                    rows={report.departments.map((one) => ({
                        name: one.name,
                        values: [one.standing, one.shells - one.standing],
                    }))}
                />
                <div class="stack">
                    <Bars
                        title="Made from"
                        heading="template"
                        parts={['shells']}
                        rows={report.templates.map((one) => ({ name: one.name, values: [one.shells] }))}
                    />
                    <Bars
                        title="Places against the terms before"
                        heading="term"
                        parts={['places']}
                        rows={report.before.map((one) => ({ name: one.term, values: [one.students] }))}
                    />
                    <Bars
                        title="Shells against the terms before"
                        heading="term"
                        parts={['standing', 'closed or archived']}
                        rows={report.before.map((one) => ({
                            name: one.term,
                            values: [one.shells - one.closed - one.archived, one.closed + one.archived],
                        }))}
                    />
                    <Bars
                        title="Seats taken and free, largest departments"
                        heading="department"
                        parts={['taken', 'free']}
                        rows={[...report.departments]
                            .sort((a, b) => b.seats - a.seats)
                            .slice(0, 8)
                            .map((one) => ({
                                name: one.name,
                                values: [one.students, Math.max(0, one.seats - one.students)],
                            }))}
                    />
                </div>
            </div>
            <h2>Builds</h2>
            <table class="builds">
                <thead>
                    <tr>
                        <th scope="col">Build</th><th scope="col">By</th><th scope="col">Began</th>
                        <th scope="col" class="num">Shells</th><th scope="col" class="num">Failed</th>
                        <th scope="col" class="num">Rate</th>
                    </tr>
                </thead>
                <tbody>
                    {#each report.builds.slice(-12) as build (build.id)}
                        <tr>
                            <th scope="row"
                                >{build.id}
                                <span class="soft"
                                    >{KINDS[build.kind]}{build.takenBack ? ', taken back' : ''}</span
                                ></th
                            >
                            <td>{build.by}</td>
                            <td>{instant(build.startedAt, report.zone)}</td>
                            <td class="num">{number(build.done)} of {number(build.shells)}</td>
                            <td class="num">{build.failed ? `■ ${number(build.failed)}` : '0'}</td>
                            <td class="num">{rate(build)}</td>
                        </tr>
                    {:else}
                        <tr><td colspan="6" class="soft">Nothing was built yet.</td></tr>
                    {/each}
                </tbody>
            </table>
        {:else}
            <h1>One moment …</h1>
        {/if}
    </div>
{/snippet}

{#snippet few(title: string, shells: Api['ReportShell'][], none: string)}
    <h2>{title}</h2>
    {#if shells.length === 0}
        <p class="soft">{none}</p>
    {:else}
        <p><b>{count(shells.length, 'shell')}</b></p>
        {#each shells.slice(0, 8) as shell (shell.key)}
            <p class="one">
                <span class="code">{shell.code}</span> <span class="soft">{day(shell.when)}</span>
            </p>
        {/each}
        {#if shells.length > 8}<p class="soft">
                and {number(shells.length - 8)} more, in the sheet to take out.
            </p>{/if}
        <Export
            name={title}
            cells={() =>
                sheetCells(shells, [
                    ['code', (one) => one.code],
                    ['title', (one) => one.title],
                    ['department', (one) => one.department],
                    ['when', (one) => one.when],
                ])}
        />
    {/if}
{/snippet}

{#snippet margin()}
    {#if report}
        {@render few('Built late', report.late, 'Every shell stood before its first section began.')}
        {@render few(
            'Never opened',
            report.neverOpened,
            'Every shell whose sections have begun has been open to students.',
        )}
        <h2>What failed, and why</h2>
        {#each report.failures as failure (failure.name)}
            <p class="one">{failure.name} <b>{count(failure.shells, 'shell')}</b></p>
        {:else}
            <p class="soft">Nothing failed.</p>
        {/each}
    {/if}
{/snippet}

{#snippet footer()}
    {#if report}
        <button class="plain" onclick={() => print()}>Print</button>
        <Export
            name="report {route.term}"
            cells={() =>
                sheetCells(report?.departments ?? [], [
                    ['department', (one) => one.name],
                    ['shells', (one) => one.shells],
                    ['standing', (one) => one.standing],
                    ['have been open', (one) => one.open],
                    ['with content of their own', (one) => one.ownContent],
                    ['seats', (one) => one.seats],
                    ['places taken', (one) => one.students],
                ])}
        />
    {/if}
{/snippet}

<Screen {sheet} {margin} {footer} marginName="What stands out" />

<style>
    .report {
        padding: 14px 20px;
        overflow: auto;
        flex: 1;
        min-height: 0;
    }
    .sum {
        margin: 6px 0 14px;
    }
    .pair {
        display: grid;
        grid-template-columns: repeat(auto-fit, minmax(400px, 1fr));
        gap: 18px 28px;
    }
    .stack {
        display: grid;
        gap: 16px;
        align-content: start;
    }
    h2 {
        margin-top: 20px;
    }
    h2:first-child {
        margin-top: 0;
    }
    .builds {
        margin-top: 6px;
        border-collapse: collapse;
    }
    .builds th,
    .builds td {
        padding: 4px 18px 4px 0;
        border-top: 1px solid var(--faint);
        text-align: left;
        font-size: 13px;
    }
    .builds thead th {
        font-size: 12px;
    }
    .builds .num {
        text-align: right;
        font-variant-numeric: tabular-nums;
    }
    .one {
        margin-top: 4px;
    }
    p {
        margin-top: 6px;
    }
    @media print {
        .report {
            overflow: visible;
            font-size: 11px;
        }
    }
</style>
