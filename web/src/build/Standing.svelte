<script lang="ts">
    import type { Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { instant, number } from '../frame/words'
    import Course from './Course.svelte'
    import { headline, isUnderWay, lasts, toCome } from './words'

    /** How a build stands: in a line, as a bar, in numbers, and as a picture of its course. */
    let { build, samples }: { build: Api['Build']; samples: { at: number; done: number }[] } = $props()

    const RATE_MILLIS = 5000

    const running = $derived(build.state === 'RUNNING' || build.state === 'WAITING')
    const rate = $derived.by(() => {
        const last = samples.at(-1)
        const before = last && samples.find((s) => last.at - s.at <= RATE_MILLIS)
        if (!last || !before || last.at === before.at) return 0
        return (1000 * (last.done - before.done)) / (last.at - before.at)
    })
    const share = (part: number) => `${(100 * part) / Math.max(1, build.shells)}%`
</script>

<h1>{headline(build, campus.zone)}</h1>
<p class="soft">
    {build.kind === 'TAKE_BACK' ? `takes build ${build.others.undoes} back,` : `build ${build.id},`}
    since {instant(build.startedAt, campus.zone)}, by {build.startedBy}{build.endedAt
        ? `, ended ${instant(build.endedAt, campus.zone).slice(-5)}`
        : ''}
    {#if build.others.follows}, goes on with build {build.others.follows}{/if}
    {#if build.others.followedBy}, gone on with by build {build.others.followedBy}{/if}
    {#if build.others.takenBackBy}, taken back by build {build.others.takenBackBy}{/if}
</p>
{#if build.reason && build.shells > 0}<p class="brick reason" role="status">{build.reason}</p>{/if}
<div
    class="progress"
    role="progressbar"
    aria-label="Shells done"
    aria-valuemin="0"
    aria-valuemax={build.shells}
    aria-valuenow={build.done + build.failed}
>
    <i class="done" style:width={share(build.done)}></i>
    <i class="failed" style:width={share(build.failed)}></i>
</div>
<p class="counts" role="status">
    {#if build.state === 'PLANNING'}
        <span><b>{number(build.planned)}</b> planned so far</span>
    {:else}
        <span><b>{number(build.done)}</b> done</span>
        {#if build.failed > 0}
            <span class="brick"
                ><b>{number(build.failed)}</b> failed{running ? ', the rest goes on' : ''}</span
            >
        {/if}
        {#if isUnderWay(build.state) || toCome(build) > 0}
            <span
                ><b>{number(toCome(build))}</b>
                {isUnderWay(build.state) ? 'to come' : 'not tried'}</span
            >
        {/if}
    {/if}
    {#if running}
        <span class="soft">
            {build.load.inFlight} of {build.load.now} calls at once, {build.load.most} at most
        </span>
    {/if}
    {#if running && rate > 0}
        <span class="rate">{rate.toFixed(1)} a second, about {lasts(toCome(build) / rate)} left</span>
    {/if}
</p>
<Course {samples} shells={build.shells} />

<style>
    .reason {
        margin-top: 4px;
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
</style>
