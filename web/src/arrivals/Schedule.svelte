<script lang="ts">
    import { onMount } from 'svelte'
    import { get, put, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { instant } from '../frame/words'
    import ByItself from './ByItself.svelte'

    type Source = Api['ScheduleView']

    /** At what time of day the lists of each registrar are fetched by themselves. */
    let sources = $state.raw<Source[]>([])
    let times = $state<Record<string, string>>({})

    onMount(() => {
        void campus.attempt(async () => {
            sources = await get('/api/arrivals/sources')
            for (const source of sources) times[source.source] = source.at
        })
    })

    function set(of: Source, active: boolean) {
        void campus.attempt(async () => {
            const now = await put('/api/arrivals/sources/{source}/schedule', {
                path: { source: of.source },
                body: { active, at: times[of.source] ?? of.at },
            })
            sources = sources.map((one) => (one.source === now.source ? now : one))
            times[now.source] = now.at
        })
    }
</script>

{#if sources.some((one) => one.addressSet)}
    <section aria-labelledby="by-night">
        <h2 id="by-night">By itself</h2>
        {#each sources.filter((one) => one.addressSet) as source (source.source)}
            {#if sources.length > 1}<h3>{source.name}</h3>{/if}
            {#if source.active && source.next}
                <p>
                    <b class="moss"><span aria-hidden="true">✓</span> Fetched every day at {source.at}</b>,
                    next {instant(source.next, source.zone)}.
                </p>
            {:else}
                <p class="soft">The list comes when somebody fetches it.</p>
            {/if}
            {#if campus.may('CHANGE_CAMPUS')}
                <p class="set">
                    <label for="fetch-at-{source.source}">at</label>
                    <input
                        id="fetch-at-{source.source}"
                        bind:value={times[source.source]}
                        maxlength="5"
                        size="5"
                        inputmode="numeric"
                    />
                    {#if !source.active || times[source.source] !== source.at}
                        <button
                            class="plain"
                            disabled={!/^([01]\d|2[0-3]):[0-5]\d$/.test(times[source.source] ?? '')}
                            onclick={() => set(source, true)}>Fetch it every day</button
                        >
                    {/if}
                    {#if source.active}
                        <button class="plain" onclick={() => set(source, false)}>Not any more</button>
                    {/if}
                </p>
            {/if}
        {/each}
    </section>
    {#if sources.some((one) => one.active)}<ByItself />{/if}
{/if}

<style>
    section {
        margin-bottom: 22px;
    }
    p {
        margin-top: 6px;
        font-size: 13.5px;
    }
    h3 {
        font-size: 13.5px;
        margin-top: 12px;
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
