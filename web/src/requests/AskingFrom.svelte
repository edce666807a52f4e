<script lang="ts">
    import { onMount } from 'svelte'
    import { SvelteSet } from 'svelte/reactivity'
    import { get, put, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { route } from '../frame/nav.svelte'
    import { day } from '../frame/words'
    import { KINDS } from './words'

    /** From when the term can be asked for, and what is decided by rule in it. */
    type Kind = Api['RequestRow']['kind']
    /** What a rule cannot know. */
    const NEVER: Kind[] = ['TAKE_OVER']

    let opens = $state('')
    let kept = $state('')
    const byRule = new SvelteSet<Kind>()
    const now = $derived(opens + [...byRule].sort().join())
    const may = $derived(campus.may('CHANGE_CAMPUS'))

    onMount(
        () =>
            void campus.attempt(async () =>
                show(await get('/api/terms/{term}/asking', { path: { term: route.term } })),
            ),
    )

    function show(asking: Api['RequestAsking']) {
        opens = asking.opens ?? ''
        byRule.clear()
        asking.byRule.forEach((kind) => byRule.add(kind))
        kept = opens + [...byRule].sort().join()
    }

    function keep() {
        void campus.attempt(async () =>
            show(
                await put('/api/terms/{term}/asking', {
                    path: { term: route.term },
                    body: { opens: opens || null, byRule: [...byRule] },
                }),
            ),
        )
    }
</script>

<h3>{route.term}</h3>
{#if may}
    <p><label>Can be asked for from <input type="date" bind:value={opens} /></label></p>
    <fieldset>
        <legend>Decided by rule</legend>
        {#each Object.entries(KINDS) as [key, name] (key)}
            {#if !NEVER.includes(key as Kind)}
                <label
                    ><input
                        type="checkbox"
                        checked={byRule.has(key as Kind)}
                        onchange={() => byRule.delete(key as Kind) || byRule.add(key as Kind)}
                    />
                    {name}</label
                >
            {/if}
        {/each}
    </fieldset>
    {#if now !== kept}<p><button class="go" onclick={keep}>Keep it so</button></p>{/if}
{:else}
    <p>
        {opens ? `Can be asked for from ${day(opens)} on.` : 'Nobody has said from when it can be asked for.'}
    </p>
    <p class="soft">By rule: {[...byRule].map((kind) => KINDS[kind]).join(', ') || 'nothing'}.</p>
{/if}

<style>
    h3,
    p,
    fieldset {
        margin-top: 10px;
    }
    fieldset {
        border: 0;
        padding: 0;
        display: grid;
        gap: 4px;
    }
    legend {
        padding: 0;
        font-weight: 600;
    }
</style>
