<script lang="ts">
    import type { Api } from '../api/client'
    import { count, number, words } from '../frame/words'
    import Steps from './Steps.svelte'

    /** What failed in a build, by cause, and the steps of the shell that is looked at. */
    let { build }: { build: Api['Build'] } = $props()

    const SHOWN = 8
    let chosen = $state('')

    const causes = $derived.by(() => {
        const map = new Map<string, Api['BuildStep'][]>()
        for (const step of build.failures) {
            const list = map.get(step.refused)
            if (list) list.push(step)
            else map.set(step.refused, [step])
        }
        return [...map]
    })
    const shellOf = $derived(chosen || build.failures.find((s) => s.shellKey)?.shellKey || '')
</script>

{#if build.failures.length === 0}
    <h2>{build.endedAt === null ? 'Nothing failed so far' : 'Nothing failed'}</h2>
    <p class="soft">
        {build.endedAt === null
            ? 'Each shell is made, filled with its outline, sections and people, in this order.'
            : `${count(build.done, 'shell')} made or changed. Students cannot enter until someone opens them, unless the conventions say so.`}
    </p>
{:else}
    <h2>{number(build.failed)} failed, {count(causes.length, 'cause')}</h2>
    {#each causes as [cause, failures] (cause)}
        <section>
            <p><b class="brick">{words(cause)}</b>, {count(failures.length, 'step')}</p>
            <p class="soft">{failures[0]?.reason}</p>
            <p class="shells">
                {#each failures.slice(0, SHOWN) as step, i (i)}
                    {#if step.shellKey}
                        <button class="plain mono" onclick={() => (chosen = step.shellKey)}
                            >{step.shellCode}</button
                        >
                    {:else}
                        <span class="mono">{step.message}</span>
                    {/if}
                {/each}
                {#if failures.length > SHOWN}<span class="soft"
                        >and {number(failures.length - SHOWN)} more</span
                    >{/if}
            </p>
        </section>
    {/each}
{/if}
{#if shellOf !== ''}<Steps {build} shell={shellOf} />{/if}

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
