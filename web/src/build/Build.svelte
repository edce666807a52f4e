<script lang="ts">
    import { onMount } from 'svelte'
    import { get, post, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { follow, route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { cells } from '../parts/cells'
    import Export from '../parts/Export.svelte'
    import { count, instant, number } from '../frame/words'
    import Course from './Course.svelte'
    import Failures from './Failures.svelte'
    import Shells from './Shells.svelte'

    let builds = $state.raw<Api['BuildListed'][]>([])
    let current = $state.raw<Api['Build'] | null>(null)
    let known = $state(false)
    /** Shells done at the moments when they were asked for, for the picture and the rate. */
    let samples = $state.raw<{ at: number; done: number }[]>([])
    /** The department whose shells are looked at in the margin. */
    let department = $state<string | null>(null)
    let events: EventSource | undefined

    onMount(() => {
        void campus.attempt(load)
        return () => events?.close()
    })

    const RATE_MILLIS = 5000

    const running = $derived(current !== null && current.endedAt === null)
    const settled = $derived(current ? current.done + current.failed : 0)
    const rate = $derived.by(() => {
        const last = samples.at(-1)
        const before = last && samples.find((s) => last.at - s.at <= RATE_MILLIS)
        if (!last || !before || last.at === before.at) return 0
        return (1000 * (last.done - before.done)) / (last.at - before.at)
    })
    const left = $derived(current && rate > 0 ? (current.shells - settled) / rate : 0)

    async function load() {
        builds = await get('/api/terms/{term}/builds', { path: { term: route.term } })
        known = true
        const wanted = builds.find((b) => String(b.id) === route.params.id) ?? builds[0]
        if (wanted) await open(wanted.id)
    }

    async function open(id: number) {
        watch(await get('/api/builds/{id}', { path: { id } }))
    }

    function watch(build: Api['Build']) {
        events?.close()
        current = build
        samples = []
        if (build.endedAt !== null) return
        events = new EventSource(`/api/builds/${build.id}/progress`)
        events.onmessage = (message) => {
            const now = JSON.parse(message.data) as Api['Build']
            current = now
            samples = [...samples, { at: Date.now(), done: now.done + now.failed }]
            if (campus.line) {
                campus.line = {
                    ...campus.line,
                    buildState: now.state,
                    builtDone: now.done,
                    builtOf: now.shells,
                    builtFailed: now.failed,
                }
            }
            if (now.endedAt !== null) {
                events?.close()
                void campus.attempt(() => campus.refresh())
            }
        }
    }

    function retry() {
        void campus.attempt(async () => {
            if (current) watch(await post('/api/builds/{id}/retry', { path: { id: current.id } }))
        })
    }

    function end() {
        void campus.attempt(async () => {
            if (current) watch(await post('/api/builds/{id}/end', { path: { id: current.id } }))
        })
    }

    function failures() {
        return cells(current?.failures ?? [], [
            ['key', (f) => f.shellKey],
            ['code', (f) => f.shellCode],
            ['department', (f) => f.department],
            ['step', (f) => f.message],
            ['refused', (f) => f.refused],
            ['reason', (f) => f.reason],
            ['tries', (f) => f.attempts],
        ])
    }

    function departments() {
        return cells(current?.departments ?? [], [
            ['department', (d) => d.name || 'closed'],
            ['shells', (d) => d.shells],
            ['done', (d) => d.done],
            ['failed', (d) => d.failed],
        ])
    }

    function pressed(event: KeyboardEvent) {
        if (event.key === 'r' && campus.mayChange && current && !running && current.done < current.shells)
            retry()
    }

    function headline(build: Api['Build']): string {
        if (build.state === 'WAITING') return 'The LMS does not answer; the build waits'
        if (build.endedAt === null) return `Building ${count(build.shells, 'shell')}`
        // what was closed does not stand as planned; it has no department any more
        const closed = build.departments.find((one) => one.name === '')
        const closing = closed?.shells ?? 0
        const parts = [
            standing(build.done - (closed?.done ?? 0), build.shells - closing),
            closing === 0
                ? ''
                : closed?.done === closing
                  ? `${count(closing, 'shell')} closed`
                  : `${number(closed?.done ?? 0)} of ${count(closing, 'shell')} closed`,
            build.done + build.failed < build.shells ? 'ended early' : '',
        ].filter(Boolean)
        return parts.join(', ')
    }

    function standing(done: number, of: number): string {
        if (of === 0) return ''
        if (done < of) return `${count(done, 'shell')} of ${number(of)} stand as planned`
        return `${count(of, 'shell')} ${of === 1 ? 'stands' : 'stand'} as planned`
    }
</script>

<svelte:window onkeydown={pressed} />

{#snippet sheet()}
    {#if current}
        <div class="top">
            <h1>{headline(current)}</h1>
            <p class="soft">
                since {instant(current.startedAt, campus.zone)}, by {current.startedBy}{current.endedAt
                    ? `, ended ${instant(current.endedAt, campus.zone).slice(-5)}`
                    : ''}
            </p>
            <div
                class="progress"
                role="progressbar"
                aria-label="Shells done"
                aria-valuemin="0"
                aria-valuemax={current.shells}
                aria-valuenow={settled}
            >
                <i class="done" style:width="{(100 * current.done) / current.shells}%"></i>
                <i class="failed" style:width="{(100 * current.failed) / current.shells}%"></i>
            </div>
            <p class="counts" role="status">
                <span><b>{number(current.done)}</b> done</span>
                {#if current.failed > 0}
                    <span class="brick"
                        ><b>{number(current.failed)}</b> failed{running ? ', the rest goes on' : ''}</span
                    >
                {/if}
                <span><b>{number(current.shells - settled)}</b> to come</span>
                {#if running && rate > 0}
                    <span class="rate">{rate.toFixed(1)} a second, about {Math.ceil(left)} s left</span>
                {/if}
            </p>
            <Course {samples} shells={current.shells} />
        </div>
        <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
        <div class="departments" tabindex="0" role="region" aria-label="By department">
            <table>
                <thead class="unseen"><tr><th>Department</th><th>Progress</th><th>Shells</th></tr></thead>
                <tbody>
                    {#each current.departments as one (one.name)}
                        <tr>
                            <th scope="row">
                                <button
                                    class="name"
                                    aria-pressed={department === one.name}
                                    onclick={() => (department = department === one.name ? null : one.name)}
                                >
                                    {one.name || 'Closed'}
                                </button>
                            </th>
                            <td class="bar" aria-hidden="true">
                                <span>
                                    <i class="done" style:width="{(100 * one.done) / one.shells}%"></i>
                                    <i class="failed" style:width="{(100 * one.failed) / one.shells}%"></i>
                                </span>
                            </td>
                            <td class="num">
                                {number(one.done)} of {number(one.shells)}{#if one.failed > 0}, <span
                                        class="brick">{number(one.failed)} failed</span
                                    >{/if}
                            </td>
                        </tr>
                    {/each}
                </tbody>
            </table>
        </div>
    {:else if known}
        <div class="top">
            <h1>Nothing has been built yet</h1>
            <p class="begin">
                A build carries out a proof.
                <!-- svelte-ignore a11y_no_static_element_interactions, a11y_click_events_have_key_events -->
                <span onclick={follow}><a href={route.href('proof')}>Look at the proof</a></span> and build from
                there.
            </p>
        </div>
    {:else}
        <div class="top"><p class="soft" role="status">One moment …</p></div>
    {/if}
{/snippet}

{#snippet margin()}
    {#if current}
        {#if department !== null}
            <Shells build={current} {department} />
        {:else}
            <Failures build={current} />
        {/if}
        {#if builds.length > 1}
            <h3 class="others">Builds of this term</h3>
            <!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_click_events_have_key_events -->
            <ol onclick={follow}>
                {#each builds as one (one.id)}
                    <li>
                        <button
                            class="plain"
                            onclick={() => campus.attempt(() => open(one.id))}
                            aria-current={one.id === current.id}
                        >
                            {count(one.shells, 'shell')}
                        </button>
                        <span class="soft">{instant(one.startedAt, campus.zone)}, {one.startedBy}</span>
                        {#if one.failed > 0}<b class="brick">{number(one.failed)} failed</b>{/if}
                    </li>
                {/each}
            </ol>
        {/if}
    {:else}
        <p class="soft">Each step of a build is recorded here with what the LMS said.</p>
    {/if}
{/snippet}

{#snippet footer()}
    {#if current && campus.mayChange && running}
        <button class="plain" onclick={end}>End it early</button>
    {:else if current && campus.mayChange}
        <button class="go" disabled={current.done === current.shells} onclick={retry}>
            {#if settled < current.shells}Go on with the {number(current.shells - current.done)}
            {:else if current.failed > 0}Try the {number(current.failed)} again
            {:else}Nothing to try again{/if}
        </button>
    {/if}
    {#if current && current.failures.length > 0}
        <Export name="failures of build {current.id}" cells={failures} />
    {:else if current}
        <Export name="build {current.id}" cells={departments} />
    {/if}
    <!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_click_events_have_key_events -->
    <nav onclick={follow} aria-label="Go on"><a href={route.href('proof')}>Look at the proof</a></nav>
    {#if running}<span>You can leave; it goes on.</span>{/if}
    <span class="soft keys"><kbd>r</kbd> retry <kbd>?</kbd> keys</span>
{/snippet}

<Screen {sheet} {margin} {footer} marginName="Failures and steps" />

<style>
    .top {
        padding: 18px 20px 0;
    }
    .begin {
        margin-top: 12px;
        font-size: 16px;
    }
    .progress {
        display: flex;
        height: 16px;
        background: var(--faint);
        margin: 10px 0 8px;
    }
    .done {
        background: var(--chalk);
    }
    .failed {
        background: var(--brick);
    }
    .counts {
        display: flex;
        gap: 28px;
    }
    .rate {
        margin-left: auto;
    }
    .departments {
        flex: 1;
        min-height: 0;
        overflow: auto;
        margin-top: 8px;
    }
    th,
    td {
        border-top: 1px solid var(--faint);
        padding: 2px 20px;
        height: 25px;
    }
    tbody th {
        font-size: 14px;
        color: var(--ink);
        width: 210px;
        white-space: nowrap;
    }
    .name {
        font: inherit;
        color: inherit;
        background: none;
        border: 0;
        padding: 0;
        cursor: pointer;
    }
    .name[aria-pressed='true'] {
        color: var(--chalk);
        font-weight: 750;
    }
    .bar span {
        display: flex;
        height: 8px;
        background: var(--faint);
    }
    .num {
        white-space: nowrap;
        width: 170px;
    }
    .others {
        margin-top: 26px;
    }
    ol {
        list-style: none;
        margin: 6px 0 0;
        padding: 0;
    }
    li {
        border-top: 1px solid var(--hair);
        padding: 6px 0;
        font-size: 13px;
    }
    .keys {
        margin-left: auto;
    }
</style>
