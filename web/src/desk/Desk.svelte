<script lang="ts">
    import { onMount } from 'svelte'
    import { post, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { follow, NO_TERM, route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { cells } from '../parts/cells'
    import Export from '../parts/Export.svelte'
    import { GUARDS } from '../arrivals/guards'
    import { count, day, instant, number } from '../frame/words'

    onMount(() => void campus.attempt(() => campus.refresh()))

    const preparing = $derived(campus.terms.filter((t) => t.sections > 0))
    const before = $derived(campus.terms.filter((t) => t.sections === 0))

    const UNDER_WAY: Record<string, string> = {
        PAUSED: 'a paused build',
        WAITING: 'a build that waits for the LMS',
    }

    function fetchList() {
        void campus.attempt(async () => {
            await post('/api/arrivals/fetch')
            route.go('arrivals')
        })
    }

    /** What a term waits for, and where that is done. */
    function next(term: Api['DeskTerm']): { says: string; station: 'proof' | 'build' } {
        if (term.building)
            return {
                says: `${UNDER_WAY[term.building.state] ?? 'being built'}: ${number(term.building.done)} of ${number(term.building.shells)} done`,
                station: 'build',
            }
        if (term.ended) return { says: 'nothing; it has ended', station: 'build' }
        if (term.stops > 0) return { says: `${count(term.stops, 'stop')} to look at`, station: 'proof' }
        const work = [
            term.builds ? `${number(term.builds)} to build` : '',
            term.changes ? `${number(term.changes)} to change` : '',
            term.closes ? `${number(term.closes)} to close` : '',
        ].filter(Boolean)
        if (work.length > 0) return { says: work.join(', '), station: 'proof' }
        return { says: 'nothing; every shell stands as it should', station: 'build' }
    }
</script>

{#snippet sheet()}
    <div class="desk" onclick={follow} role="presentation">
        <h1>Desk</h1>
        {#if campus.desk && !campus.desk.registrarSet}
            <p class="unset">
                <b class="ochre">▲ No address of the registrar's list is set.</b> Set
                <code>REGISTRAR_URL</code> to where it is fetched and start Chalk Line again, or drop a file on
                Arrivals.
            </p>
        {/if}
        {#if campus.desk && !campus.desk.lmsSet}
            <p class="unset">
                <b class="ochre">▲ No LMS is set.</b> Set <code>LMS_URL</code> to its address and start Chalk Line
                again; until then proofs are computed and nothing can be built.
            </p>
        {/if}
        {#each campus.desk?.givenUp ?? [] as job (job.id)}
            <p class="held">
                <b class="brick">■ Work in the background was given up: {job.what}.</b> It failed three times,
                the last time {instant(job.at, campus.zone)}: {job.reason}
            </p>
        {/each}
        {#if campus.desk?.refusedList}
            {@const list = campus.desk.refusedList}
            <p class="held">
                <b class="brick">■ The list that came by itself was refused.</b>
                {count(list.faultCount, 'fault')}; nothing of it was kept, and the list before holds.
                <a href={route.href('arrivals', { id: String(list.id) })}>Look at its faults</a>
            </p>
        {/if}
        {#each campus.desk?.heldLists ?? [] as list (list.id)}
            <p class="held">
                <b class="brick">■ {list.fileName} is held.</b>
                {list.trips[0]
                    ? `${number(list.trips[0].out)} of ${number(list.trips[0].whole)} ${GUARDS[list.trips[0].guard]} ${list.trips[0].department ? `of ${list.trips[0].department}` : 'of the campus'} are gone.`
                    : ''} Nothing computes from it until somebody has decided.
                <a href={route.href('arrivals', { id: String(list.id) })}>Look at its numbers</a>
            </p>
        {/each}
        {#each campus.terms as term (term.code)}
            {#if term.troubled}
                <p class="held">
                    <b class="brick">■ The last build of {term.name} did not do all that it was to.</b>
                    {term.troubled.failed > 0
                        ? `${number(term.troubled.failed)} of ${count(term.troubled.shells, 'shell')} failed. `
                        : ''}{term.troubled.reason}
                    <a href={route.href('build', { id: String(term.troubled.id) }, term.code)}>Look at it</a>
                </p>
            {/if}
        {/each}
        {#if campus.line === null}
            <p class="soft">Looking …</p>
        {:else if campus.terms.length === 0}
            <p class="begin">
                Nothing has come in yet. Fetch the registrar's list: Chalk Line then shows every shell that
                the term needs, before anything happens in the LMS.
            </p>
        {:else}
            <table>
                <thead>
                    <tr>
                        <th scope="col">Term being prepared</th>
                        <th scope="col">Runs</th>
                        <th scope="col" class="num">Sections</th>
                        <th scope="col" class="num">Stand in the LMS</th>
                        <th scope="col">Waits for</th>
                    </tr>
                </thead>
                <tbody>
                    {#each preparing as term (term.code)}
                        {@const todo = next(term)}
                        <tr>
                            <th scope="row">
                                <a href={route.href('proof', {}, term.code)}>{term.name}</a>
                                <span class="mono">{term.code}</span>
                            </th>
                            <td>{day(term.firstDay)}{term.lastDay ? ` to ${day(term.lastDay)}` : ''}</td>
                            <td class="num">{number(term.sections)}</td>
                            <td class="num">
                                {number(term.standing)}
                                <span class="share" aria-hidden="true">
                                    <i style:width="{Math.min(100, (100 * term.standing) / term.sections)}%"
                                    ></i>
                                </span>
                            </td>
                            <td>
                                <a href={route.href(todo.station, {}, term.code)}>{todo.says}</a
                                >{#if term.notes}<span class="ochre"
                                        >, {count(term.notes, 'shell')} with notes</span
                                    >{/if}{#if term.gone}<span class="ochre"
                                        >, {count(term.gone, 'shell')} gone from the LMS</span
                                    >{/if}
                            </td>
                        </tr>
                    {/each}
                </tbody>
            </table>
            {#if before.length > 0}
                <h2>Terms before</h2>
                <table>
                    <tbody>
                        {#each before as term (term.code)}
                            <tr>
                                <th scope="row">{term.name} <span class="mono">{term.code}</span></th>
                                <td>{day(term.firstDay)}{term.lastDay ? ` to ${day(term.lastDay)}` : ''}</td>
                                <td>
                                    {term.standing === 0
                                        ? 'no shells in the LMS'
                                        : `${count(term.standing, 'shell')} in the LMS`}
                                </td>
                            </tr>
                        {/each}
                    </tbody>
                </table>
            {/if}
        {/if}
    </div>
{/snippet}

{#snippet margin()}
    <h2>What was done last</h2>
    {#if campus.latest.length === 0}<p class="soft">Nothing yet.</p>{/if}
    <ol>
        {#each campus.latest as entry (entry.id)}
            <li>
                <b>{entry.what}</b>, {entry.subject}
                <span class="soft">{entry.who}, {instant(entry.at, campus.zone)}</span>
            </li>
        {/each}
    </ol>
    {#if campus.may('WRITE_COURSES')}
        <p class="more">
            <a href={route.href('desk', { view: 'courses' })} onclick={follow}>Courses seen from outside</a>
        </p>
    {/if}
    {#if campus.may('READ_LEDGER')}
        <p class="more">
            <a href={route.href('desk', { view: 'ledger' })} onclick={follow}>The whole ledger</a>
        </p>
    {/if}
    <p class="soft zone">Times are those of {campus.zone}.</p>
{/snippet}

{#snippet footer()}
    {#if campus.may('CHANGE_LISTS')}
        {#if campus.desk?.registrarSet}
            <button class="go" onclick={fetchList}>Fetch the registrar's list</button>
        {:else}
            <a href={route.href('arrivals')}>To the arrivals, to drop a file</a>
        {/if}
    {/if}
    {#if route.term !== NO_TERM}
        <span class="soft"
            >The list is read in the background; what was kept before stays until the new one is right.</span
        >
    {/if}
    {#if campus.terms.length > 0}
        <Export
            name="terms"
            cells={() =>
                cells(campus.terms, [
                    ['code', (t) => t.code],
                    ['term', (t) => t.name],
                    ['first day', (t) => t.firstDay],
                    ['last day', (t) => t.lastDay],
                    ['sections', (t) => t.sections],
                    ['stand in the LMS', (t) => t.standing],
                    ['to build', (t) => t.builds],
                    ['to change', (t) => t.changes],
                    ['to close', (t) => t.closes],
                    ['stops', (t) => t.stops],
                    ['gone from the LMS', (t) => t.gone],
                ])}
        />
    {/if}
    <span class="soft keys"><kbd>1</kbd> to <kbd>7</kbd> stations <kbd>?</kbd> keys</span>
{/snippet}

<Screen {sheet} {margin} {footer} marginName="What was done last" />

<style>
    .desk {
        padding: 18px 20px;
        overflow: auto;
    }
    .unset,
    .held {
        max-width: 90ch;
        margin-top: 10px;
        padding-left: 10px;
        border-left: 3px solid var(--ochre);
    }
    .held {
        border-left-color: var(--brick);
    }
    .begin {
        max-width: 52ch;
        margin-top: 14px;
        font-size: 16px;
    }
    table {
        margin-top: 12px;
    }
    th,
    td {
        border-top: 1px solid var(--hair);
        padding: 8px 18px 8px 0;
        vertical-align: baseline;
        text-align: left;
    }
    td.num,
    th.num {
        text-align: right;
    }
    tbody th {
        font-weight: 600;
        font-size: 14px;
        color: var(--ink);
    }
    .desk h2 {
        margin-top: 30px;
        font-size: 16px;
    }
    .share {
        display: block;
        height: 4px;
        background: var(--hair);
        margin-top: 5px;
    }
    .share i {
        display: block;
        height: 4px;
        background: var(--chalk);
    }
    ol {
        list-style: none;
        padding: 0;
        margin: 10px 0 0;
    }
    li {
        border-top: 1px solid var(--hair);
        padding: 6px 0;
    }
    li span {
        display: block;
        font-size: 12.5px;
    }
    .more {
        margin-top: 14px;
    }
    .zone {
        margin-top: 14px;
        font-size: 12.5px;
    }
    .keys {
        margin-left: auto;
    }
</style>
