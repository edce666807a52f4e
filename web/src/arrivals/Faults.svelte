<script lang="ts">
    import type { Api } from '../api/client'
    import { number } from '../frame/words'

    /** The faults of a refused list, each with its place. */
    let { faults, all }: { faults: Api['ArrivalFaultView'][]; all: number } = $props()
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div class="scroll" tabindex="0" role="region" aria-label="Faults">
    <table>
        <thead>
            <tr>
                <th scope="col">File</th>
                <th scope="col" class="num">Line</th>
                <th scope="col">Column</th>
                <th scope="col">What is wrong</th>
            </tr>
        </thead>
        <tbody>
            {#each faults as fault, i (i)}
                <tr>
                    <td class="mono">{fault.file}</td>
                    <td class="num">{number(fault.line)}</td>
                    <td class="mono">{fault.column === '1' ? '' : fault.column}</td>
                    <td>{fault.reason}</td>
                </tr>
            {/each}
        </tbody>
    </table>
    {#if all > faults.length}
        <p class="soft">The first {number(faults.length)} of {number(all)} are shown.</p>
    {/if}
</div>

<style>
    .scroll {
        margin-top: 12px;
        flex: 1;
        min-height: 0;
        overflow: auto;
    }
    th,
    td {
        padding: 5px 18px 5px 0;
        border-top: 1px solid var(--faint);
        text-align: left;
        vertical-align: baseline;
    }
    td.num,
    th.num {
        text-align: right;
    }
    p {
        margin-top: 10px;
    }
</style>
