<script lang="ts">
    import type { Api } from '../api/client'
    import { at, dayNumber, spans, type Range } from './time'

    /** What lies behind the bars: weeks, breaks, clock changes, and the line of the cursor. */
    let { frame, range, cursor }: { frame: Api['DateFrame']; range: Range; cursor: number } = $props()

    const weeks = $derived(spans(frame.term.weeks, range))
    const pauses = $derived(
        spans(
            frame.term.breaks.map((pause) => ({ ...pause, first: pause.from, last: pause.to })),
            range,
        ),
    )
</script>

<div class="ground" aria-hidden="true">
    {#each weeks as week (week.of.number)}
        <i class="w" style:left="{week.bar.left}%" style:width="{week.bar.width}%"></i>
    {/each}
    {#each pauses as pause, i (i)}
        <i class="pause" style:left="{pause.bar.left}%" style:width="{pause.bar.width}%"></i>
    {/each}
    {#each frame.clocks as clock (clock.at)}
        {@const x = at(dayNumber(clock.at), range)}
        {#if x > 0 && x < 100}<i class="clock" style:left="{x}%"></i>{/if}
    {/each}
    {#if cursor >= range.from && cursor < range.to}
        <i class="cursor" style:left="{at(cursor + 0.5, range)}%"></i>
    {/if}
</div>

<style>
    .ground {
        position: absolute;
        inset: 0 0 0 var(--names);
        overflow: hidden;
        pointer-events: none;
    }
    .ground i {
        position: absolute;
        top: 0;
        bottom: 0;
    }
    .w {
        background: var(--faint);
        opacity: 0.6;
        border-right: 1px solid var(--hair);
    }
    .pause {
        background: repeating-linear-gradient(45deg, var(--hair) 0 4px, var(--faint) 4px 8px);
        opacity: 0.8;
    }
    .clock {
        border-left: 1.5px dotted var(--ochre);
    }
    .cursor {
        border-left: 1.5px solid var(--ink);
    }
</style>
