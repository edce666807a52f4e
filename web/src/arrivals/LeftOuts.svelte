<script lang="ts">
    import { get, remove, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { day } from '../frame/words'
    import { leftOut } from './leftout'

    /** What is left out of every list until somebody lifts it. */
    let { version }: { version: number } = $props()

    let parts = $state.raw<Api['LeftOutView'][]>([])

    $effect(() => {
        if (version >= 0) void campus.attempt(load)
    })

    async function load() {
        parts = await get('/api/arrivals/left-out')
    }

    function lift(id: number) {
        void campus.attempt(async () => {
            await remove('/api/arrivals/left-out/{id}', { path: { id } })
            await load()
        })
    }
</script>

{#if parts.length > 0}
    <section aria-labelledby="left-out">
        <h2 id="left-out">Left out of every list</h2>
        <ul>
            {#each parts as part (part.id)}
                <li>
                    <b class="ochre"><span aria-hidden="true">▲</span> {part.department} {part.term}</b>: {leftOut(
                        part.kind,
                    )}. {part.reason}
                    <span class="soft">{part.madeBy}, {day(part.madeAt)}</span>
                    {#if campus.may('CHANGE_LISTS')}
                        <button
                            class="plain"
                            aria-label="Lift it: {part.department} {part.term}"
                            onclick={() => lift(part.id)}>Lift it</button
                        >
                    {/if}
                </li>
            {/each}
        </ul>
    </section>
{/if}

<style>
    section {
        margin-bottom: 22px;
    }
    ul {
        list-style: none;
        padding: 0;
        margin: 8px 0 0;
    }
    li {
        border-top: 1px solid var(--hair);
        padding: 6px 0;
        font-size: 13.5px;
    }
</style>
