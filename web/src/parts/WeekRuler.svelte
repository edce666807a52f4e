<script lang="ts">
    import type { Api } from '../api/client'
    import { day, daysBetween } from '../frame/words'

    /** A session as a ruler: its numbered weeks, its breaks, and marks on days. */
    let {
        ruler,
        marks,
        name,
    }: {
        ruler: Api['StartRuler']
        marks: { at: string; moved: boolean }[]
        name: string
    } = $props()

    /** Days before and after the session that a mark may stand on. */
    const AROUND = 10

    const last = $derived(ruler.last ?? ruler.weeks.at(-1)?.last ?? ruler.first)
    const days = $derived(daysBetween(ruler.first, last) + 1 + 2 * AROUND)

    function x(iso: string): number {
        const at = (daysBetween(ruler.first, iso) + AROUND) / days
        return 100 * Math.min(1, Math.max(0, at))
    }
</script>

<figure>
    <figcaption>
        <b>{name}</b>
        <span class="soft"
            >{ruler.title}, {day(ruler.first)} to {ruler.last ? day(ruler.last) : 'no end'}</span
        >
    </figcaption>
    <div class="ruler" role="img" aria-label="{name}: {ruler.weeks.length} weeks, {marks.length} dates">
        {#each ruler.weeks as week (week.number)}
            <span
                class="week"
                style:left="{x(week.first)}%"
                style:width="{x(week.last) + 100 / days - x(week.first)}%">{week.number}</span
            >
        {/each}
        {#each ruler.breaks as pause, i (i)}
            <span
                class="pause"
                title={pause.name}
                style:left="{x(pause.from)}%"
                style:width="{x(pause.to) + 100 / days - x(pause.from)}%"
            ></span>
        {/each}
        {#each marks as mark, i (i)}
            <span class="mark" class:moved={mark.moved} style:left="{x(mark.at) + 50 / days}%"></span>
        {/each}
    </div>
</figure>

<style>
    figure {
        margin: 0 0 10px;
    }
    figcaption {
        font-size: 12.5px;
        margin-bottom: 3px;
    }
    .ruler {
        position: relative;
        height: 38px;
        border-bottom: 2px solid var(--chalk);
    }
    .week {
        position: absolute;
        bottom: 0;
        height: 16px;
        border-left: 1px solid var(--soft);
        padding-left: 3px;
        font: 11px/16px var(--mono);
        color: var(--soft);
    }
    .pause {
        position: absolute;
        bottom: 0;
        height: 16px;
        background: repeating-linear-gradient(45deg, var(--hair) 0 3px, transparent 3px 6px);
    }
    .mark {
        position: absolute;
        top: 4px;
        width: 8px;
        height: 14px;
        margin-left: -4px;
        background: var(--chalk);
        clip-path: polygon(0 0, 100% 0, 50% 100%);
    }
    .mark.moved {
        background: var(--ochre);
    }
</style>
