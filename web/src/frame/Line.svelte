<script lang="ts">
    import type { Api } from '../api/client'
    import { campus } from './campus.svelte'
    import { follow, place, STATIONS } from './nav.svelte'
    import { count, instant, number } from './words'

    /** Where the stations hang, in hundredths of the width. */
    const AT = [7.5, 21, 34.7, 48.5, 63, 77, 91]

    const line = $derived(campus.line)
    const waiting = $derived(line?.term ? line.term.builds + line.term.changes + line.term.closes : 0)
    const stands = $derived(line?.buildState === 'DONE' && waiting === 0)
    /** How many stations lie behind the work. */
    const reached = $derived(
        !line || line.sections === 0
            ? 0
            : stands
              ? 6
              : line.buildState === 'RUNNING' || line.buildState === 'WAITING'
                ? 6
                : 5,
    )
    const solidTo = $derived(reached === 0 ? 0 : (AT[reached - 1] ?? 100))
    const here = $derived(STATIONS.findIndex((s) => s.id === place.station))

    interface Said {
        plain: string
        stop?: string
        note?: string
    }

    /** What the proof waits for, closings never within a number of something else. */
    function said(term: Api['DeskTerm'] | null): string {
        const now = term?.building
        if (now) return `${number(Math.max(0, now.shells - now.done - now.failed))} to come`
        const parts = [
            term?.builds ? `${number(term.builds)} to build` : '',
            term?.changes ? `${number(term.changes)} to change` : '',
        ].filter(Boolean)
        return parts.length > 1 ? `${parts[0]} …` : (parts[0] ?? (term?.closes ? '' : 'nothing to build'))
    }

    function says(id: string): Said {
        if (!line) return { plain: '' }
        switch (id) {
            case 'arrivals':
                return line.listReadAt === null
                    ? { plain: 'nothing yet', stop: line.heldLists ? 'a list is held' : '' }
                    : {
                          plain: `${line.sections ? count(line.sections, 'section') : 'none of this term'}, ${instant(line.listReadAt, line.zone).slice(4, -11)}`,
                          stop: line.heldLists ? `${count(line.heldLists, 'list')} held` : '',
                      }
            case 'conventions':
                return { plain: count(line.layers, 'layer') }
            case 'cross-lists':
                return {
                    plain: line.crossLists ? `${number(line.crossLists)} kept` : line.suggested ? '' : 'none',
                    note: line.suggested ? `${number(line.suggested)} suggested` : '',
                }
            case 'dates':
                return {
                    plain: line.keptOut ? '' : 'all windows as set',
                    note: line.keptOut ? `${count(line.keptOut, 'shell')} kept shut` : '',
                }
            case 'proof':
                return line.shells === 0
                    ? { plain: line.missing ? 'no list of it' : 'nothing yet' }
                    : line.stops > 0
                      ? { plain: '', stop: count(line.stops, 'stop') }
                      : {
                            plain: said(line.term),
                            note: line.term?.closes
                                ? `${number(line.term.closes)} to close`
                                : line.notes
                                  ? count(line.notes, 'note')
                                  : '',
                        }
            case 'build':
                return line.buildState === null
                    ? { plain: 'nothing yet' }
                    : {
                          plain: `${number(line.builtDone)} of ${number(line.builtOf)}`,
                          stop: line.builtFailed ? `${number(line.builtFailed)} failed` : '',
                      }
            default:
                return { plain: 'not in this version' }
        }
    }
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
        {#each AT as x, i (x)}
            <line class="tick" x1="{x}%" x2="{x}%" y1={i < reached ? 28 : 30} y2={i < reached ? 40 : 38} />
        {/each}
    </svg>
    {#if here >= 0}
        <svg
            class="bob"
            style:left="{AT[here]}%"
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
            {@const said = says(station.id)}
            <li
                style:left="{AT[i]}%"
                class:here={i === here}
                class:aside={i === here && said.plain + (said.stop ?? '') + (said.note ?? '') !== ''}
            >
                {#if station.there}
                    <a href={place.href(station.id)} aria-current={i === here ? 'page' : undefined}>
                        <i>{i + 1}</i>{station.name}
                    </a>
                {:else}
                    <span class="soft"><i>{i + 1}</i>{station.name}</span>
                {/if}
                <span class="said">
                    {said.stop && i === here ? '' : said.plain}
                    {#if said.stop}<b class="brick">{said.stop}</b>{/if}
                    {#if said.note && (i !== here || said.plain === '')}<b class="ochre">{said.note}</b>{/if}
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
