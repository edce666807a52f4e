<script lang="ts">
    import { get, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { instant } from '../frame/words'

    /** The steps of one shell in a build, each with what came of it. */
    let { build, shell }: { build: Api['Build']; shell: string } = $props()

    const MARKS: Record<string, { says: string; class: string }> = {
        DONE: { says: '✓ done', class: 'moss' },
        FAILED: { says: '■ failed', class: 'brick' },
        UNDER_WAY: { says: '… under way', class: 'soft' },
        WAITS: { says: 'waits', class: 'soft' },
        HELD_BACK: { says: 'held back', class: 'soft' },
        LEFT: { says: 'not tried', class: 'soft' },
        KEPT: { says: '▲ stays', class: 'ochre' },
    }

    let steps = $state.raw<Api['BuildStep'][]>([])
    const settled = $derived(build.done + build.failed)

    $effect(() => {
        const asked = { path: { id: build.id }, query: { shell } }
        void settled
        get('/api/builds/{id}/steps', asked)
            .then((all) => (steps = all))
            .catch((e) => (campus.trouble = e.message))
    })
</script>

{#if steps.length > 0}
    <h3>{steps[0]?.shellCode}, step by step</h3>
    <table>
        <tbody>
            {#each steps as step, i (i)}
                {@const mark = MARKS[step.state]}
                <tr>
                    <td class={mark?.class}>{mark?.says}</td>
                    <td
                        >{step.message}{#if step.reason}: <span class="brick">{step.reason}</span>{/if}</td
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
