<script lang="ts">
    import type { Api } from '../api/client'
    import { count, number, words } from '../frame/words'
    import Steps from './Steps.svelte'

    /**
     * What failed in a build, by cause, and the steps of the shell that is looked at.
     *
     * @param again tries again what failed for one cause; left out where nothing can be tried
     */
    let { build, again }: { build: Api['Build']; again?: ((cause: string) => void) | undefined } = $props()

    const SHOWN = 8
    let chosen = $state('')

    const stepsOf = (cause: string) => build.failures.filter((step) => step.refused === cause)
    const shellOf = $derived(chosen || build.failures.find((s) => s.shellKey)?.shellKey || '')
</script>

{#if build.causes.length === 0}
    <h2>{build.endedAt === null ? 'Nothing failed so far' : 'Nothing failed'}</h2>
    <p class="soft">
        {build.kind === 'FILL_AGAIN'
            ? 'Each has what the master has now. That cannot be taken back: what was in them before is not kept.'
            : build.endedAt === null
              ? 'Each shell is made, filled with its outline, sections and people, and opened last.'
              : `${count(build.done, 'shell')} made or changed. Students cannot enter until someone opens them, unless the conventions say so.`}
    </p>
{:else}
    <h2>{number(build.failed)} failed, {count(build.causes.length, 'cause')}</h2>
    {#each build.causes as cause (cause.refused)}
        {@const steps = stepsOf(cause.refused)}
        <section>
            <p>
                <b class="brick">{words(cause.refused)}</b>, {count(cause.shells || cause.steps, 'shell')}
                {#if again && cause.shells > 0}
                    <button class="plain" onclick={() => again(cause.refused)}
                        >Try {cause.shells === 1 ? 'it' : 'these'} again</button
                    >
                {/if}
            </p>
            <p class="soft">{cause.reason}</p>
            <p class="shells">
                {#each steps.slice(0, SHOWN) as step, i (i)}
                    {#if step.shellKey}
                        <button class="plain mono" onclick={() => (chosen = step.shellKey)}
                            >{step.shellCode}</button
                        >
                    {:else}
                        <span class="mono">{step.message}</span>
                    {/if}
                {/each}
                {#if cause.steps > SHOWN}<span class="soft">and {number(cause.steps - SHOWN)} more</span>{/if}
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
    .shells button {
        min-height: 24px;
    }
</style>
