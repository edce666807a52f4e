<script lang="ts">
    import { onMount } from 'svelte'
    import { get, post, Problem, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { follow, route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { cells } from '../parts/cells'
    import Export from '../parts/Export.svelte'
    import { count, instant, number } from '../frame/words'
    import Departments from './Departments.svelte'
    import Failures from './Failures.svelte'
    import Kept from './Kept.svelte'
    import Parts from './Parts.svelte'
    import Shells from './Shells.svelte'
    import Standing from './Standing.svelte'
    import Tried from './Tried.svelte'
    import { isUnderWay, toCome } from './words'

    let builds = $state.raw<Api['BuildListed'][]>([])
    let current = $state.raw<Api['Build'] | null>(null)
    let known = $state(false)
    /** Shells done at the moments when they were asked for, for the picture and the rate. */
    let samples = $state.raw<{ at: number; done: number }[]>([])
    /** The department whose shells are looked at in the margin. */
    let department = $state<string | null>(null)
    let events: EventSource | undefined
    let gone = false
    let again: ReturnType<typeof setTimeout> | undefined
    const AGAIN_MILLIS = 2_000

    onMount(() => {
        void campus.attempt(load)
        return () => {
            gone = true
            stop()
        }
    })

    function stop() {
        events?.close()
        clearTimeout(again)
    }

    const ended = $derived(current !== null && current.endedAt !== null)
    const runs = $derived(current?.state === 'RUNNING' || current?.state === 'WAITING')
    const left = $derived(current ? current.shells - current.done : 0)
    /** What can be tried again, and was not yet. */
    const open = $derived(ended && current?.state === 'FAILED' && current.others.followedBy === 0)
    const retriable = $derived(open && left > 0)
    const undoable = $derived(
        ended &&
            current !== null &&
            !['TAKE_BACK', 'DELETE', 'FILL_AGAIN'].includes(current.kind) &&
            current.others.takenBackBy === 0 &&
            current.done + current.failed > 0,
    )

    async function list() {
        builds = await get('/api/terms/{term}/builds', { path: { term: route.term } })
    }

    async function load() {
        await list()
        known = true
        const latest = builds[0]?.id
        // one that is named may be older than those that are listed
        const named = /^\d{1,15}$/.test(route.params.id ?? '') ? Number(route.params.id) : latest
        if (named === undefined) return
        try {
            await look(named)
        } catch (e) {
            if (latest !== undefined && latest !== named) await look(latest)
            throw e
        }
    }

    async function look(id: number) {
        watch(await get('/api/builds/{id}', { path: { id } }))
    }

    function watch(build: Api['Build']) {
        stop()
        if (gone) return
        if (build.id !== current?.id) samples = []
        current = build
        if (build.endedAt !== null) return
        const stream = new EventSource(`/api/builds/${build.id}/progress`)
        events = stream
        stream.onmessage = (message) => tick(JSON.parse(message.data) as Api['Build'])
        stream.onerror = () => {
            // a line that was cut the browser takes up by itself, but an answer of 503 ends it for good
            if (stream.readyState === EventSource.CLOSED) lookAgain(build.id)
        }
    }

    function lookAgain(id: number) {
        clearTimeout(again)
        if (gone) return
        again = setTimeout(() => {
            look(id).catch((e: unknown) => {
                if (e instanceof Problem && e.status < 500) campus.trouble = e.message
                else lookAgain(id)
            })
        }, AGAIN_MILLIS)
    }

    function tick(now: Api['Build']) {
        if (current && now.state !== current.state) void campus.attempt(list)
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

    type Steering = 'pause' | 'go-on' | 'end' | 'take-back'

    function steer(how: Steering) {
        void campus.attempt(async () => {
            if (current) begin(await post(`/api/builds/{id}/${how}`, { path: { id: current.id } }))
        })
    }

    /** @param causes tries again what failed for these only; all that is left, if none is named */
    function retry(causes: string[] = []) {
        void campus.attempt(async () => {
            if (current) {
                const path = { id: current.id }
                begin(await post('/api/builds/{id}/retry', { path, body: { causes } }))
            }
        })
    }

    /** Shows a build, which may be another one than before. */
    function begin(build: Api['Build']) {
        if (build.id !== current?.id) {
            department = null
            void campus.attempt(list)
        }
        watch(build)
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
        if (event.key === 'Escape') document.querySelector<HTMLElement>('main')?.focus()
        if (!campus.may('BUILD') || !current || event.ctrlKey || event.metaKey || event.altKey) return
        if (event.target instanceof HTMLElement && event.target.matches('input, textarea, select')) return
        if (event.key === 'r' && retriable) retry()
        if (event.key === 'p' && runs) steer('pause')
        else if (event.key === 'p' && current.state === 'PAUSED') steer('go-on')
    }

    function goOnSays(build: Api['Build']): string {
        const shells = count(toCome(build), 'shell')
        return build.pausedBy === 'look' ? `Take ${shells} back` : `Go on with the ${number(toCome(build))}`
    }
</script>

<svelte:window onkeydown={pressed} />

{#snippet sheet()}
    <Parts />
    {#if current}
        <div class="top"><Standing build={current} {samples} /></div>
        <Departments build={current} bind:chosen={department} />
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
        {:else if current.pausedBy === 'trial' && current.causes.length === 0}
            <Tried build={current} />
        {:else if current.kind === 'TAKE_BACK' && current.causes.length === 0}
            <Kept build={current} />
        {:else}
            <Failures
                build={current}
                again={campus.may('BUILD') && open ? (cause) => retry([cause]) : undefined}
            />
        {/if}
        {#if builds.length > 1}
            <h3 class="others">Builds of this term</h3>
            <ol>
                {#each builds as one (one.id)}
                    <li>
                        <button
                            class="plain"
                            onclick={() => campus.attempt(() => look(one.id))}
                            aria-current={one.id === current.id}
                        >
                            {one.kind === 'TAKE_BACK' ? 'taken back, ' : ''}{one.state === 'PLANNED'
                                ? 'begins later'
                                : count(one.shells, 'shell')}
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
    {#if current && campus.may('BUILD')}
        {#if current.state === 'PAUSED'}
            <button class="go" onclick={() => steer('go-on')}>{goOnSays(current)}</button>
        {:else if retriable}
            <button class="go" onclick={() => retry()}>
                {toCome(current) > 0 ? `Go on with the ${number(left)}` : `Try the ${number(left)} again`}
            </button>
        {/if}
        {#if runs}<button class="plain" onclick={() => steer('pause')}>Pause</button>{/if}
        {#if current.state === 'PLANNED'}
            <button class="plain" onclick={() => steer('end')}>Drop it</button>
        {:else if isUnderWay(current.state) && current.state !== 'ENDING'}
            <button class="plain" onclick={() => steer('end')}>
                {current.pausedBy === 'look' ? 'Leave it as it is' : 'End it early'}
            </button>
        {/if}
        {#if undoable}
            <button class="plain" onclick={() => steer('take-back')}>Take it back …</button>
        {/if}
    {/if}
    {#if current && current.failures.length > 0}
        <Export name="failures of build {current.id}" cells={failures} />
    {:else if current}
        <Export name="build {current.id}" cells={departments} />
    {/if}
    <!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_click_events_have_key_events -->
    <nav onclick={follow} aria-label="Go on"><a href={route.href('proof')}>Look at the proof</a></nav>
    {#if runs}<span>You can leave; it goes on.</span>{/if}
    <span class="soft keys">
        {#if campus.may('BUILD')}
            {#if runs}<kbd>p</kbd> pause{/if}
            {#if current?.state === 'PAUSED'}<kbd>p</kbd> go on{/if}
            {#if retriable}<kbd>r</kbd> retry{/if}
        {/if}
        <kbd>?</kbd> keys
    </span>
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
