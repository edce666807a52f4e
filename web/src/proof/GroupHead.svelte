<script lang="ts">
    import { count, words } from '../frame/words'
    import type { Row } from './rows.svelte'

    /** The heading of a group, with its tally as a bar. */
    let { name, under, rows }: { name: string; under: string; rows: Row[] } = $props()

    const tally = $derived.by(() => {
        const counts = { build: 0, change: 0, close: 0, keep: 0, stop: 0 }
        for (const row of rows) counts[row.action as keyof typeof counts]++
        return counts
    })
    const share = (n: number) => (100 * n) / Math.max(1, rows.length)
</script>

<div class="group" role="gridcell">
    <b>{words(name)}</b>
    <span class="soft">{under}</span>
    <span class="soft">
        {count(rows.length, 'shell')}{#if tally.stop > 0}, <span class="brick"
                >{count(tally.stop, 'stop')}</span
            >{/if}
    </span>
    <span class="bar" aria-hidden="true">
        <i class="build" style:width="{share(tally.build)}%"></i>
        <i class="change" style:width="{share(tally.change + tally.close)}%"></i>
        <i class="keep" style:width="{share(tally.keep)}%"></i>
        <i class="stop" style:width="{share(tally.stop)}%"></i>
    </span>
</div>

<style>
    .group {
        display: flex;
        gap: 12px;
        height: 32px;
        padding: 0 20px;
        align-items: center;
        border-top: 1px solid var(--hair);
        background: var(--paper);
        white-space: nowrap;
    }
    b {
        font-weight: 700;
    }
    b,
    .group > span {
        min-width: 0;
        overflow: hidden;
        text-overflow: ellipsis;
    }
    .group > .soft:nth-of-type(2) {
        flex: none;
    }
    .group > .bar {
        flex: none;
        display: flex;
        height: 8px;
        width: 120px;
        margin-left: auto;
    }
    .bar i {
        display: block;
    }
    .build {
        background: var(--chalk);
    }
    .change {
        background: repeating-linear-gradient(90deg, var(--chalk) 0 3px, transparent 3px 5px);
    }
    .keep {
        background: var(--hair);
    }
    .stop {
        background: var(--brick);
    }
</style>
