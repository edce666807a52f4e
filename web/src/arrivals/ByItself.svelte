<script lang="ts">
    import { onMount } from 'svelte'
    import { get, put, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { follow, route } from '../frame/nav.svelte'
    import { count } from '../frame/words'
    import { KINDS, waitsFor } from './kinds'

    /** What of a list that came by itself goes through to the LMS without a person, and what came of the last one. */
    type View = Api['NightView']
    type Kind = View['kinds'][number]

    let now = $state.raw<View | null>(null)
    let chosen = $state<Kind[]>([])
    let most = $state(50)
    let asks = $state(false)

    const differs = $derived(
        now !== null &&
            (most !== now.most || KINDS.some((k) => chosen.includes(k.kind) !== now?.kinds.includes(k.kind))),
    )
    const said = $derived(
        KINDS.filter((k) => now?.kinds.includes(k.kind))
            .map((k) => k.says)
            .join(', '),
    )

    onMount(() => {
        void campus.attempt(async () => take(await get('/api/nights/by-itself')))
    })

    function take(view: View) {
        now = view
        chosen = [...view.kinds]
        most = view.most
        asks = false
    }

    function set(kinds: Kind[]) {
        void campus.attempt(async () =>
            take(await put('/api/nights/by-itself', { body: { kinds, most: Number(most) } })),
        )
    }
</script>

{#if now}
    <section aria-labelledby="through">
        <h3 id="through">Goes through to the LMS without a person</h3>
        {#if now.kinds.length > 0}
            <p>
                <b class="moss"><span aria-hidden="true">✓</span> {said}</b>; up to {count(now.most, 'shell')} a
                night, none closed.
            </p>
        {:else}
            <p class="soft">Nothing. Every list waits for somebody to build it.</p>
        {/if}
        {#each now.outcomes as outcome (outcome.term)}
            <!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_click_events_have_key_events -->
            <p onclick={follow}>
                Last, of {outcome.term}:
                {#if outcome.build !== null}
                    <a href={route.href('build', { id: String(outcome.build) }, outcome.term)}
                        >{count(outcome.through, 'shell')} went through</a
                    >{:else}nothing went through{/if}{#if outcome.waits > 0},
                    <a href={route.href('proof', {}, outcome.term)}
                        >{count(outcome.waits, 'shell')} {outcome.waits === 1 ? 'waits' : 'wait'} for you</a
                    >:
                    {waitsFor(outcome)}{/if}.
                {#if outcome.trouble}<b class="brick">■ {outcome.trouble}</b>{/if}
            </p>
        {/each}
        {#if campus.may('CHANGE_CAMPUS')}
            {#if asks}
                <fieldset>
                    <legend>Shells of which only these change go through, from the next list on</legend>
                    {#each KINDS as kind (kind.kind)}
                        <label
                            ><input type="checkbox" value={kind.kind} bind:group={chosen} />
                            {kind.says}</label
                        >
                    {/each}
                    <label
                        >at most <input type="number" min="1" max="5000" bind:value={most} /> shells a night; more,
                        and none goes</label
                    >
                    <p class="set">
                        <button class="go" disabled={!differs || !(most > 0)} onclick={() => set(chosen)}>
                            {chosen.length === 0 ? 'Let nothing through' : 'Let these through'}
                        </button>
                        <button class="plain" onclick={() => now && take(now)}>Leave it</button>
                    </p>
                </fieldset>
            {:else}
                <p class="set">
                    <button class="plain" onclick={() => (asks = true)}>Choose what goes through</button>
                    {#if now.kinds.length > 0}
                        <button class="plain" onclick={() => set([])}>Nothing any more</button>
                    {/if}
                </p>
            {/if}
        {/if}
    </section>
{/if}

<style>
    section {
        margin-bottom: 22px;
    }
    h3 {
        font-size: 14px;
        margin: 0;
    }
    p {
        margin-top: 6px;
        font-size: 13.5px;
    }
    fieldset {
        margin: 8px 0 0;
        padding: 0;
        border: 0;
        display: grid;
        gap: 4px;
    }
    legend {
        font-size: 13px;
        padding: 0;
    }
    label {
        min-height: 24px;
    }
    input[type='number'] {
        width: 5em;
    }
    .set {
        display: flex;
        flex-wrap: wrap;
        gap: 4px 12px;
        align-items: baseline;
    }
</style>
