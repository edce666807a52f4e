<script lang="ts">
    import type { Api } from '../api/client'
    import { count, number } from '../frame/words'

    /** Rosters of sections put together: two as circles to scale that overlap, more as bars. */
    let { joining }: { joining: Api['CrossListJoining'] } = $props()

    const R = 40
    const two = $derived(joining.members.length === 2 ? joining.members : null)
    const most = $derived(Math.max(1, ...joining.members.map((m) => m.students)))
    const radii = $derived(joining.members.map((m) => R * Math.sqrt(Math.max(m.students, 1) / most)))
    const both = $derived(joining.twice.length)
    /** How far apart the centres are: touching without doubles, closer the more there are. */
    const apart = $derived.by(() => {
        const [a = R, b = R] = radii
        const fewest = Math.max(1, Math.min(...joining.members.map((m) => m.students)))
        const share = both === 0 ? 0 : Math.max(0.18, Math.min(1, both / fewest))
        return a + b - share * 2 * Math.min(a, b)
    })
    const says = $derived(
        both === 0
            ? `${count(joining.students, 'student')}, none of them twice`
            : `${count(joining.students, 'student')}, ${number(both)} of them in more than one section`,
    )
</script>

<figure aria-label={says}>
    {#if two}
        {@const [a = R, b = R] = radii}
        <svg width={a + apart + b + 4} height={2 * R + 4} aria-hidden="true">
            <circle cx={a + 2} cy={R + 2} r={a} />
            <circle cx={a + apart + 2} cy={R + 2} r={b} />
            <text x={both ? a * 0.8 + 2 : a + 2} y={R + 7}>{two[0]?.only}</text>
            <text x={both ? a + apart + b * 0.25 + 2 : a + apart + 2} y={R + 7}>{two[1]?.only}</text>
            {#if both}<text class="both" x={(3 * a + apart - b) / 2 + 2} y={R + 7}>{both}</text>{/if}
        </svg>
    {:else}
        <div class="bars">
            {#each joining.members as member (member.id)}
                <span class="bar" style:width="{(100 * member.students) / most}px" title={member.name}></span>
            {/each}
        </div>
    {/if}
    <figcaption>{says}</figcaption>
</figure>

<style>
    svg {
        flex: none;
    }
    figure {
        margin: 10px 0 14px;
        display: flex;
        gap: 14px;
        align-items: center;
    }
    circle {
        fill: var(--chalk);
        fill-opacity: 0.14;
        stroke: var(--chalk);
    }
    text {
        font-weight: 700;
        text-anchor: middle;
        fill: var(--ink);
    }
    .both {
        fill: var(--ochre);
    }
    .bars {
        display: grid;
        gap: 3px;
        width: 100px;
        flex: none;
    }
    .bar {
        display: block;
        height: 9px;
        background: var(--chalk);
        opacity: 0.55;
    }
    figcaption {
        font-size: 13px;
    }
</style>
