<script lang="ts">
    import { get, post, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { count, instant, number } from '../frame/words'
    import { GUARDS } from './guards'

    /** What holds a list, what it would do, and the decision: accept it, turn it away, or go back to an earlier one. */
    let { arrival, decided }: { arrival: Api['ArrivalView']; decided: () => Promise<void> } = $props()

    let effects = $state.raw<Api['ProofListEffect'][] | null>(null)
    let reason = $state('')
    let busy = $state(false)
    let goingBack = $state(false)

    const held = $derived(arrival.state === 'HELD')
    const asks = $derived(held || goingBack)
    const campusTrips = $derived(arrival.trips.filter((trip) => trip.department === ''))
    const departmentTrips = $derived(arrival.trips.filter((trip) => trip.department !== ''))

    $effect(() => {
        if (asks) void campus.attempt(see)
    })

    async function see() {
        effects = await get('/api/arrivals/{id}/effect', { path: { id: arrival.id } })
    }

    function decide(how: 'use' | 'turn-away') {
        void campus.attempt(async () => {
            busy = true
            try {
                await post(how === 'use' ? '/api/arrivals/{id}/use' : '/api/arrivals/{id}/turn-away', {
                    path: { id: arrival.id },
                    body: { reason },
                })
                reason = ''
                goingBack = false
                await decided()
            } finally {
                busy = false
            }
        })
    }

    function closing(effect: Api['ProofListEffect']): string {
        const which = [
            effect.closesOpen ? `${number(effect.closesOpen)} open to students` : '',
            effect.closesWithWork ? `${number(effect.closesWithWork)} with student work` : '',
        ].filter(Boolean)
        return `would close ${number(effect.closes)}${which.length ? ` (${which.join(', ')})` : ''}`
    }
</script>

{#if arrival.decidedAt}
    <p class="soft">
        {arrival.state === 'TURNED_AWAY' ? 'Turned away' : 'Taken into use'} by {arrival.decidedBy}, {instant(
            arrival.decidedAt,
            campus.zone,
        )}{arrival.reason ? `: ${arrival.reason}` : ''}
    </p>
{/if}

{#if held}
    <p>
        Compared with the list in use too much is gone. Nothing computes from this list until somebody has
        seen its numbers and decides.
    </p>
    <ul>
        {#each campusTrips as trip (trip.term + trip.guard)}
            <li class="brick">
                <b>■ {number(trip.out)} of {number(trip.whole)} {GUARDS[trip.guard]}</b> of the whole campus
                are gone in {trip.term}
            </li>
        {/each}
        {#if departmentTrips.length > 0}
            <li>
                {#each departmentTrips.slice(0, 12) as trip, i (i)}{i > 0 ? '; ' : ''}<span class="brick"
                        >{trip.department}: {number(trip.out)} of {number(trip.whole)}
                        {GUARDS[trip.guard]}</span
                    >{/each}{departmentTrips.length > 12
                    ? `; and ${number(departmentTrips.length - 12)} more`
                    : ''}
            </li>
        {/if}
    </ul>
{:else if arrival.state === 'KEPT' && !arrival.inUse && campus.may('CHANGE_LISTS') && !goingBack}
    <p>
        <button class="plain" onclick={() => (goingBack = true)}>Go back to this list …</button>
    </p>
{/if}

{#if asks}
    {#if effects === null}
        <p class="soft" role="status">Working out what it would do …</p>
    {:else}
        <table class="effect">
            <thead
                ><tr
                    ><th scope="col">If it were in use</th><th scope="col" class="num">sections now</th><th
                        scope="col"
                        class="num">then</th
                    ><th scope="col">and a build of its proof</th></tr
                ></thead
            >
            <tbody>
                {#each effects as effect (effect.term)}
                    <tr>
                        <th scope="row">{effect.name} <span class="mono">{effect.term}</span></th>
                        <td class="num">{number(effect.sectionsNow)}</td>
                        <td class="num" class:brick={effect.sectionsThen < effect.sectionsNow}
                            >{number(effect.sectionsThen)}</td
                        >
                        <td>
                            {#if effect.sectionsThen === 0}
                                nothing: the term would have no proof
                            {:else}
                                would build {number(effect.builds)}, change {number(effect.changes)},
                                <span class:brick={effect.closes > 0}>{closing(effect)}</span>{effect.stops
                                    ? `; ${count(effect.stops, 'stop')}`
                                    : ''}{effect.studentsOut > 0
                                    ? `; ${count(effect.studentsOut, 'student')} sit in sections that are gone`
                                    : ''}
                            {/if}
                        </td>
                    </tr>
                {/each}
            </tbody>
        </table>
    {/if}
    {#if campus.may('CHANGE_LISTS')}
        <form onsubmit={(e) => e.preventDefault()}>
            <label
                >Why <input
                    bind:value={reason}
                    maxlength="1000"
                    placeholder="what the registrar said, for example"
                /></label
            >
            {#if held}
                <button class="go" disabled={busy || reason.trim() === ''} onclick={() => decide('turn-away')}
                    >Turn it away</button
                >
                <button
                    class="plain"
                    disabled={busy || reason.trim() === '' || effects === null}
                    onclick={() => decide('use')}>Accept it as it is</button
                >
            {:else}
                <button
                    class="go"
                    disabled={busy || reason.trim() === '' || effects === null}
                    onclick={() => decide('use')}>Go back to this list</button
                >
                <button class="plain" onclick={() => (goingBack = false)}>Leave it</button>
            {/if}
        </form>
    {/if}
{/if}

<style>
    p,
    ul {
        margin: 8px 0 0;
        max-width: 90ch;
    }
    ul {
        padding-left: 0;
        list-style: none;
    }
    .effect {
        margin-top: 12px;
        max-width: 900px;
    }
    th,
    td {
        border-top: 1px solid var(--faint);
        padding: 4px 18px 4px 0;
        text-align: left;
    }
    td.num,
    th.num {
        text-align: right;
    }
    tbody th {
        font-size: 14px;
        font-weight: 600;
        color: var(--ink);
    }
    form {
        display: flex;
        gap: 16px;
        align-items: baseline;
        margin: 14px 0 4px;
        flex-wrap: wrap;
    }
    label {
        display: flex;
        gap: 8px;
        align-items: baseline;
        flex: 0 1 46ch;
    }
    input {
        flex: 1;
    }
</style>
