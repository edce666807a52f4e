<script lang="ts">
    import type { Api } from '../api/client'
    import { number } from '../frame/words'
    import Differences from './Differences.svelte'
    import type { Layer } from './edits'
    import { merge } from './merge'

    /** Somebody else kept a version meanwhile: both sides, and one stack made of them. */
    let {
        base,
        mine,
        theirs,
        differences,
        take,
    }: {
        base: Layer[]
        mine: Layer[]
        theirs: Api['ConventionsView']
        differences: Api['VersionDifferencesDifference'][]
        take: (layers: Layer[]) => void
    } = $props()

    let prefer = $state.raw<Record<string, 'mine' | 'theirs'>>({})
    const merged = $derived(merge(base, mine, theirs.layers, prefer))
</script>

<div role="alert">
    <h2>Version {number(theirs.about.number)} was kept meanwhile</h2>
    <p>
        By {theirs.about.keptBy}{theirs.about.note ? `, “${theirs.about.note}”` : ''}. Nothing was
        overwritten.
    </p>
</div>
{#if merged.clashes.length === 0}
    <p class="gap">Theirs and yours touch different things and can stand together.</p>
{:else}
    <p class="gap">You both changed the same; say which is to hold.</p>
    {#each merged.clashes as clash (`${clash.layer} ${clash.what}`)}
        {@const key = `${clash.layer} ${clash.what}`}
        <fieldset>
            <legend>{clash.layer}, {clash.what}</legend>
            {#each ['theirs', 'mine'] as const as side (side)}
                <label>
                    <input
                        type="radio"
                        checked={(prefer[key] ?? 'theirs') === side}
                        onchange={() => (prefer = { ...prefer, [key]: side })}
                    />
                    {side === 'mine' ? 'yours' : 'theirs'}: <span class="mono">{clash[side]}</span>
                </label>
            {/each}
        </fieldset>
    {/each}
{/if}
<p class="gap"><button class="go" onclick={() => take(merged.layers)}>Put yours on top of theirs</button></p>
<h3 class="gap">What they changed</h3>
<Differences {differences} />

<style>
    .gap {
        margin: 12px 0 4px;
    }
    fieldset {
        border: 0;
        border-top: 1px solid var(--hair);
        margin: 0;
        padding: 6px 0;
    }
    legend {
        float: left;
        width: 100%;
        font-weight: 650;
    }
    label {
        display: block;
        clear: both;
        overflow-wrap: anywhere;
    }
</style>
