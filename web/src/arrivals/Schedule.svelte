<script lang="ts">
    import { onMount } from 'svelte'
    import { get, put, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { instant } from '../frame/words'
    import ByItself from './ByItself.svelte'

    /** At what time of day the list is fetched by itself. */
    let schedule = $state.raw<Api['ScheduleView'] | null>(null)
    let at = $state('03:00')

    onMount(() => {
        void campus.attempt(async () => take(await get('/api/arrivals/schedule')))
    })

    function take(now: Api['ScheduleView']) {
        schedule = now
        at = now.at
    }

    function set(active: boolean) {
        void campus.attempt(async () => take(await put('/api/arrivals/schedule', { body: { active, at } })))
    }
</script>

{#if schedule && campus.desk?.registrarSet}
    <section aria-labelledby="by-night">
        <h2 id="by-night">By itself</h2>
        {#if schedule.active && schedule.next}
            <p>
                <b class="moss"><span aria-hidden="true">✓</span> Fetched every day at {schedule.at}</b>, next {instant(
                    schedule.next,
                    schedule.zone,
                )}.
            </p>
        {:else}
            <p class="soft">The list comes when somebody fetches it.</p>
        {/if}
        {#if campus.mayChange}
            <p class="set">
                <label for="fetch-at">at</label>
                <input id="fetch-at" bind:value={at} maxlength="5" size="5" inputmode="numeric" />
                {#if !schedule.active || at !== schedule.at}
                    <button
                        class="plain"
                        disabled={!/^([01]\d|2[0-3]):[0-5]\d$/.test(at)}
                        onclick={() => set(true)}>Fetch it every day</button
                    >
                {/if}
                {#if schedule.active}
                    <button class="plain" onclick={() => set(false)}>Not any more</button>
                {/if}
            </p>
        {/if}
    </section>
    {#if schedule.active}<ByItself />{/if}
{/if}

<style>
    section {
        margin-bottom: 22px;
    }
    p {
        margin-top: 6px;
        font-size: 13.5px;
    }
    .set {
        display: flex;
        flex-wrap: wrap;
        align-items: baseline;
        gap: 4px 12px;
    }
    input {
        width: 4.5em;
    }
</style>
