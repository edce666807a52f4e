<script lang="ts">
    import type { Api } from '../api/client'
    import { number } from '../frame/words'

    /** How the shells of a build stand by department; one can be chosen to see its shells. */
    let { build, chosen = $bindable() }: { build: Api['Build']; chosen: string | null } = $props()
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div class="departments" tabindex="0" role="region" aria-label="By department">
    <table>
        <thead class="unseen"><tr><th>Department</th><th>Progress</th><th>Shells</th></tr></thead>
        <tbody>
            {#each build.departments as one (one.name)}
                <tr>
                    <th scope="row">
                        <button
                            class="name"
                            aria-pressed={chosen === one.name}
                            onclick={() => (chosen = chosen === one.name ? null : one.name)}
                        >
                            {one.name || 'Closed'}
                        </button>
                    </th>
                    <td class="bar" aria-hidden="true">
                        <span>
                            <i class="done" style:width="{(100 * one.done) / Math.max(1, one.shells)}%"></i>
                            <i class="failed" style:width="{(100 * one.failed) / Math.max(1, one.shells)}%"
                            ></i>
                        </span>
                    </td>
                    <td class="num">
                        {number(one.done)} of {number(one.shells)}{#if one.failed > 0}, <span class="brick"
                                >{number(one.failed)} failed</span
                            >{/if}
                    </td>
                </tr>
            {/each}
        </tbody>
    </table>
</div>

<style>
    .departments {
        flex: 1;
        min-height: 0;
        overflow: auto;
        margin-top: 8px;
    }
    th,
    td {
        border-top: 1px solid var(--faint);
        padding: 2px 20px;
        height: 25px;
    }
    tbody th {
        font-size: 14px;
        color: var(--ink);
        width: 210px;
        white-space: nowrap;
    }
    .name {
        font: inherit;
        color: inherit;
        background: none;
        border: 0;
        padding: 0;
        cursor: pointer;
    }
    .name[aria-pressed='true'] {
        color: var(--chalk);
        font-weight: 750;
    }
    .bar span {
        display: flex;
        height: 8px;
        background: var(--faint);
    }
    .done {
        background: var(--chalk);
    }
    .failed {
        background: var(--brick);
    }
    .num {
        white-space: nowrap;
        width: 170px;
    }
</style>
