<script lang="ts">
    import { get, type Api } from '../api/client'
    import { count } from '../frame/words'

    /** What in the conventions matches nothing in the list, each leading to where it stands. */
    let { version, lead }: { version: number; lead: (layer: number) => void } = $props()

    let found = $state.raw<Api['ProofUnmatched'][]>([])
    let shown = $state(false)

    $effect(() => {
        if (version > 0)
            void get('/api/conventions/unmatched')
                .then((all) => (found = all))
                .catch(() => {})
    })

    function layerOf(path: string): number | null {
        const [kind, index] = path.split('/')
        return kind === 'layers' ? Number(index) : null
    }
</script>

{#if found.length > 0}
    <div class="unmatched">
        <button class="plain" aria-expanded={shown} onclick={() => (shown = !shown)}
            >▲ {count(found.length, 'thing')} here {found.length === 1 ? 'matches' : 'match'} nothing in the list</button
        >
        {#if shown}
            <ul>
                {#each found as one (one.path)}
                    {@const layer = layerOf(one.path)}
                    <li>
                        {#if layer !== null}
                            <button class="plain" onclick={() => lead(layer)}>{one.at}</button>
                        {:else}<b>{one.at}</b>{/if}: {one.reason}
                    </li>
                {/each}
            </ul>
        {/if}
    </div>
{/if}

<style>
    .unmatched {
        border-left: 3px solid var(--ochre);
        padding: 2px 0 2px 10px;
        margin-bottom: 14px;
        font-size: 13px;
    }
    ul {
        list-style: none;
        margin: 6px 0 0;
        padding: 0;
        max-height: 30vh;
        overflow: auto;
    }
    li {
        border-top: 1px solid var(--hair);
        padding: 4px 0;
    }
</style>
