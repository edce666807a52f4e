<script lang="ts">
    import type { Api } from '../api/client'
    import { day as dayWords } from '../frame/words'
    import { at, dayNumber, months, spans, type Range } from './time'

    /** The head of the timeline: months, numbered weeks, clock changes, and the day of the cursor. */
    let {
        frame,
        range,
        cursor,
        track = $bindable(),
    }: {
        frame: Api['DateFrame']
        range: Range
        cursor: number
        /** What the days are spread over, for who has to know how wide a day is. */
        track: HTMLElement | undefined
    } = $props()

    const weeks = $derived(spans(frame.term.weeks, range))
</script>

<div class="head" role="presentation">
    <span></span>
    <div class="track" bind:this={track}>
        {#each months(range) as month (month.day)}
            <span class="month" style:left="{at(month.day, range)}%">{month.name}</span>
        {/each}
        {#each weeks as week (week.of.number)}
            <span class="week" style:left="{week.bar.left}%" style:width="{week.bar.width}%"
                >{week.of.number}</span
            >
        {/each}
        {#each frame.clocks as clock (clock.at)}
            {@const x = at(dayNumber(clock.at), range)}
            {#if x > 0 && x < 100}
                <span class="jump" style:left="{x}%" title="clocks change {dayWords(clock.at)}"
                    >{clock.minutes > 0 ? '+' : '−'}{Math.abs(clock.minutes) / 60} h</span
                >
            {/if}
        {/each}
        {#if cursor >= range.from && cursor < range.to}
            <svg class="bob" style:left="{at(cursor + 0.5, range)}%" width="10" height="9" aria-hidden="true">
                <path d="M0 0h10l-5 9z" fill="currentColor" />
            </svg>
        {/if}
    </div>
</div>

<style>
    .head {
        position: sticky;
        top: 0;
        z-index: 2;
        height: 44px;
        background: var(--sheet);
        border-bottom: 1px solid var(--hair);
        display: grid;
        grid-template-columns: var(--names) 1fr;
    }
    .track {
        position: relative;
        min-width: 0;
    }
    .month,
    .week {
        position: absolute;
        font: 12px var(--mono);
        color: var(--soft);
        white-space: nowrap;
    }
    .jump {
        position: absolute;
        top: 4px;
        padding-left: 3px;
        font: 12px var(--mono);
        color: var(--ochre);
    }
    .month {
        top: 4px;
        border-left: 1px solid var(--hair);
        padding-left: 4px;
    }
    .week {
        top: 24px;
        text-align: center;
        overflow: hidden;
    }
    .bob {
        position: absolute;
        bottom: 0;
        margin-left: -5px;
    }
</style>
