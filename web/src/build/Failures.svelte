<script lang="ts">
    import { get, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { count, instant, number, words } from '../frame/words'

    /** What failed in a build, by cause, and the steps of the shell that is looked at. */
    let { build }: { build: Api['Build'] } = $props()

    const SHOWN = 8
    const MARKS: Record<string, { says: string; class: string }> = {
        DONE: { says: '✓ done', class: 'moss' },
        FAILED: { says: '■ failed', class: 'brick' },
        UNDER_WAY: { says: '… under way', class: 'soft' },
        WAITS: { says: 'waits', class: 'soft' },
        HELD_BACK: { says: 'held back', class: 'soft' },
    }

    let chosen = $state('')
    let steps = $state.raw<Api['BuildStep'][]>([])

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
    const settled = $derived(build.done + build.failed)

    $effect(() => {
        const key = shellOf
        void settled
        if (key === '') {
            steps = []
            return
        }
        get<Api['BuildStep'][]>(`/api/builds/${build.id}/steps?${new URLSearchParams({ shell: key })}`)
            .then((all) => (steps = all))
            .catch((e) => (campus.trouble = e.message))
    })
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
                {#each failures.slice(0, SHOWN) as step (step.shellKey + step.verb + step.says)}
                    {#if step.shellKey}
                        <button class="plain mono" onclick={() => (chosen = step.shellKey)}
                            >{step.shellCode}</button
                        >
                    {:else}
                        <span class="mono">{step.says}</span>
                    {/if}
                {/each}
                {#if failures.length > SHOWN}<span class="soft"
                        >and {number(failures.length - SHOWN)} more</span
                    >{/if}
            </p>
        </section>
    {/each}
{/if}
{#if steps.length > 0}
    <h3>{steps[0]?.shellCode}, step by step</h3>
    <table>
        <tbody>
            {#each steps as step (step.verb + step.says)}
                {@const mark = MARKS[step.state]}
                <tr>
                    <td class={mark?.class}>{mark?.says}</td>
                    <td
                        >{step.says}{#if step.reason}: <span class="brick">{step.reason}</span>{/if}</td
                    >
                    <td class="num soft"
                        >{step.settledAt ? instant(step.settledAt, campus.zone).slice(-5) : ''}</td
                    >
                </tr>
            {/each}
        </tbody>
    </table>
{/if}

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
    h3 {
        margin: 18px 0 4px;
    }
    td {
        border-top: 1px solid var(--hair);
        padding: 4px 8px 4px 0;
        font-size: 13px;
        vertical-align: baseline;
        overflow-wrap: anywhere;
    }
    td:first-child,
    td:last-child {
        white-space: nowrap;
    }
</style>
