<script lang="ts">
    import { campus } from './campus.svelte'
    import { follow, route } from './nav.svelte'
    import { reached, STATIONS, type Said } from './stations'

    const behind = $derived(reached(campus.line))
    const solidTo = $derived(behind === 0 ? 0 : (STATIONS[behind - 1]?.at ?? 100))
    const here = $derived(STATIONS.findIndex((s) => s.id === route.station))
    const said = $derived(
        STATIONS.map((station): Said => (campus.line ? station.said(campus.line) : { plain: '' })),
    )
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_click_events_have_key_events -->
<nav aria-label="The line" onclick={follow}>
    <svg aria-hidden="true" preserveAspectRatio="none">
        <defs>
            <filter id="chalk" x="-5%" y="-400%" width="110%" height="900%" filterUnits="userSpaceOnUse">
                <feTurbulence type="fractalNoise" baseFrequency=".9 .5" numOctaves="2" seed="4" />
                <feDisplacementMap in="SourceGraphic" scale="3.2" />
            </filter>
        </defs>
        <line class="todo" x1="{solidTo}%" y1="34" x2="100%" y2="34" />
        {#if solidTo > 0}<line class="done" x1="0" y1="34" x2="{solidTo}%" y2="34.5" />{/if}
        {#each STATIONS as { at }, i (at)}
            <line class="tick" x1="{at}%" x2="{at}%" y1={i < behind ? 28 : 30} y2={i < behind ? 40 : 38} />
        {/each}
    </svg>
    {#if here >= 0}
        <svg
            class="bob"
            style:left="{STATIONS[here]?.at}%"
            width="14"
            height="34"
            viewBox="0 0 14 34"
            aria-hidden="true"
        >
            <path d="M7 0v11M2 11h10l-1.5 7-3.5 14-3.5-14z" fill="currentColor" stroke="currentColor" />
        </svg>
    {/if}
    <ol>
        {#each STATIONS as station, i (station.id)}
            {@const its = said[i] ?? { plain: '' }}
            <li
                style:left="{station.at}%"
                class:here={i === here}
                class:aside={i === here && its.plain + (its.stop ?? '') + (its.note ?? '') !== ''}
            >
                {#if station.there}
                    <a href={route.href(station.id)} aria-current={i === here ? 'page' : undefined}>
                        <i>{i + 1}</i>{station.name}
                    </a>
                {:else}
                    <span class="soft"><i>{i + 1}</i>{station.name}</span>
                {/if}
                <span class="said">
                    {its.stop && i === here ? '' : its.plain}
                    {#if its.stop}<b class="brick">{its.stop}</b>{/if}
                    {#if its.note && (i !== here || its.plain === '')}<b class="ochre">{its.note}</b>{/if}
                </span>
            </li>
        {/each}
    </ol>
</nav>

<style>
    nav {
        position: relative;
        height: 78px;
        border-bottom: 1px solid var(--hair);
    }
    svg {
        position: absolute;
        inset: 0;
        width: 100%;
        height: 78px;
        overflow: visible;
    }
    line {
        stroke: var(--chalk);
    }
    .done {
        stroke-width: 2.6;
        filter: url(#chalk);
    }
    .todo {
        stroke-width: 1.4;
        stroke-dasharray: 1.5 6;
    }
    .tick {
        stroke-width: 1.6;
    }
    .bob {
        inset: auto;
        top: 34px;
        width: 14px;
        height: 34px;
        margin-left: -7px;
        color: var(--chalk);
    }
    ol {
        list-style: none;
        margin: 0;
        padding: 0;
    }
    li {
        position: absolute;
        top: 4px;
        transform: translateX(-50%);
        text-align: center;
        white-space: nowrap;
    }
    li a,
    li > span:first-child {
        font-weight: 650;
        border: 0;
        color: var(--ink);
    }
    li > span.soft:first-child {
        font-weight: 400;
        color: var(--soft);
    }
    li.here a {
        color: var(--chalk);
        font-weight: 750;
    }
    i {
        font: 11px var(--mono);
        color: var(--soft);
        margin-right: 5px;
    }
    .said {
        position: absolute;
        top: 44px;
        left: 50%;
        transform: translateX(-50%);
        font-size: 12px;
        color: var(--soft);
    }
    li.aside .said {
        transform: none;
        left: calc(50% + 14px);
    }
    .said b {
        font-weight: 650;
    }
    @media (max-width: 900px) {
        .said {
            display: none;
        }
        li {
            font-size: 12px;
        }
    }
</style>
