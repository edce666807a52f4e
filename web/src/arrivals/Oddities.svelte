<script lang="ts">
    import type { Api } from '../api/client'
    import { count, number } from '../frame/words'

    /** What is odd in a list and allowed: it holds nothing up, but may be why shells come out otherwise than meant. */
    let { oddities }: { oddities: Api['Oddity'][] } = $props()

    const SHOWN = 8
    let all = $state(false)
    const shown = $derived(all ? oddities : oddities.slice(0, SHOWN))

    function says(odd: Api['Oddity']): string {
        switch (odd.kind) {
            case 'EMPTY_COLUMN':
                return `${odd.subject} is empty in all ${count(odd.count, 'row')}.`
            case 'ORG_TYPE':
                return `${count(odd.count, 'organization')} of the type “${odd.subject}”, which the standard does not have, so ${odd.count === 1 ? 'it is' : 'they are'} no department (${odd.example}).`
            case 'DEPARTMENT_CHANGED':
                return `${count(odd.count, 'section')} went from department ${odd.subject} (${odd.example}).`
        }
    }
</script>

<section aria-label="What is odd">
    <h2><span class="ochre" aria-hidden="true">▲</span> What is odd in it, and allowed</h2>
    <ul>
        {#each shown as odd, i (i)}<li>{says(odd)}</li>{/each}
    </ul>
    {#if oddities.length > SHOWN}
        <button class="plain" onclick={() => (all = !all)}
            >{all ? 'fewer' : `all ${number(oddities.length)}`}</button
        >
    {/if}
</section>

<style>
    section {
        border: 1px solid var(--hair);
        padding: 6px 14px 8px;
        margin: 6px 0 10px;
        max-height: 34vh;
        overflow: auto;
        flex: none;
    }
    h2 {
        font-size: 14px;
        margin: 0 0 4px;
    }
    ul {
        margin: 0;
        padding-left: 18px;
    }
</style>
