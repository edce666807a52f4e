<script lang="ts">
    import type { Api } from '../api/client'
    import { count } from '../frame/words'

    /** What a taking back leaves as it is, each with its reason. */
    let { build }: { build: Api['Build'] } = $props()

    const SHOWN = 12

    const reasons = $derived.by(() => {
        const map = new Map<string, Api['BuildStep'][]>()
        for (const step of build.kept) {
            const reason = step.refused === 'category-in-use' ? 'They are not empty.' : step.reason
            const list = map.get(reason)
            if (list) list.push(step)
            else map.set(reason, [step])
        }
        return [...map]
    })
</script>

<h2>{build.kept.length === 0 ? 'All of it can be taken back' : 'What stays as it is'}</h2>
{#if build.kept.length === 0}
    <p class="soft">Nobody has touched what build {build.others.undoes} did.</p>
{/if}
{#each reasons as [reason, steps] (reason)}
    <section>
        <p>
            <b class="ochre">▲ {reason}</b>
            {steps[0]?.shellKey
                ? count(steps.length, 'shell')
                : steps[0]?.refused === 'category-in-use'
                  ? count(steps.length, 'category', 'categories')
                  : count(steps.length, 'template')}
        </p>
        <p class="shells">
            {#each steps.slice(0, SHOWN) as step, i (i)}
                <span class="mono">{step.shellCode || step.message}</span>
            {/each}
            {#if steps.length > SHOWN}<span class="soft">and {steps.length - SHOWN} more</span>{/if}
        </p>
    </section>
{/each}

<style>
    section {
        border-top: 1px solid var(--hair);
        padding: 8px 0;
        margin-top: 8px;
        font-size: 13px;
    }
    .shells {
        display: flex;
        flex-wrap: wrap;
        gap: 4px 12px;
        margin-top: 4px;
    }
</style>
