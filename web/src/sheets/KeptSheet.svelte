<script lang="ts">
    import { get, post, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { follow, route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { count, instant } from '../frame/words'
    import Export from '../parts/Export.svelte'
    import Counts from './Counts.svelte'
    import { OUTCOMES, STANDINGS, toBuild, type Standing } from './outcomes'

    /** A sheet that was kept, with what came of each row; what is left of it is built from here. */
    let { id }: { id: number } = $props()

    const KINDS = Object.keys(STANDINGS) as Standing[]
    const ASK_AGAIN_MILLIS = 1500

    let kept = $state.raw<Api['SheetKept'] | null>(null)
    let only = $state<Standing | ''>('')
    let busy = $state(false)

    const left = $derived(kept ? toBuild(kept.rows) : [])
    const shown = $derived((kept?.rows ?? []).filter((one) => only === '' || one.standing === only))
    const building = $derived(campus.line?.buildState === 'RUNNING' || campus.line?.buildState === 'WAITING')

    $effect(() => {
        const of = id
        let over = false
        let timer: ReturnType<typeof setTimeout> | undefined
        const look = async () => {
            const now = await get('/api/course-sheets/{id}', { path: { id: of } })
            if (over) return
            kept = now
            if (building) timer = setTimeout(() => void campus.attempt(look), ASK_AGAIN_MILLIS)
        }
        void campus.attempt(look)
        return () => {
            over = true
            clearTimeout(timer)
        }
    })

    function many(standing: Standing): number {
        return (kept?.rows ?? []).filter((one) => one.standing === standing).length
    }

    function build() {
        const now = kept
        if (!now) return
        void campus.attempt(async () => {
            busy = true
            try {
                await post('/api/terms/{term}/builds', {
                    path: { term: now.about.term },
                    body: {
                        versions: now.versions,
                        keys: [...new Set(left.map((one) => one.shell))],
                        closes: 0,
                        trial: 0,
                        at: null,
                    },
                })
                await campus.refresh()
                route.go('build', {}, now.about.term)
            } finally {
                busy = false
            }
        })
    }
</script>

{#snippet sheet()}
    <div class="kept">
        {#if kept}
            <h1>{kept.about.name}</h1>
            <p class="soft">
                {count(kept.about.rows, 'row')} of {kept.rows.length} kept for {kept.about.term}, {instant(
                    kept.about.keptAt,
                    campus.zone,
                )}, {kept.about.keptBy}{kept.about.note ? `: ${kept.about.note}` : ''}
            </p>
            <Counts
                name="Rows by how their shells stand"
                all={kept.rows.length}
                kinds={KINDS.map((key) => ({ key, ...STANDINGS[key], count: many(key) }))}
                bind:chosen={only}
            />
            <!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions -->
            <div class="scroll" tabindex="0" role="region" aria-label="Rows" onclick={follow}>
                <table>
                    <thead>
                        <tr>
                            <th scope="col">Row</th>
                            <th scope="col">It was</th>
                            <th scope="col">Section</th>
                            <th scope="col">Shell</th>
                            <th scope="col">Stands</th>
                            <th scope="col">Why</th>
                        </tr>
                    </thead>
                    <tbody>
                        {#each shown as one (one.row.number)}
                            {@const is = OUTCOMES[one.row.outcome]}
                            {@const standing = STANDINGS[one.standing]}
                            <tr>
                                <td class="num soft">{one.row.number}</td>
                                <td
                                    ><b class={is.class}>{is.mark} {is.says}</b>
                                    <span class="soft">{one.row.kept ? '' : 'not kept'}</span></td
                                >
                                <th scope="row">{one.row.label || one.row.cells.slice(0, 2).join(' ')}</th>
                                <td class="mono">
                                    {#if one.shell}<a
                                            href={route.href('proof', { key: one.shell }, kept.about.term)}
                                            >{one.code || one.shell}</a
                                        >{/if}
                                </td>
                                <td><b class={standing.class}>{standing.mark} {standing.says}</b></td>
                                <td>{[one.row.says, one.reason].filter(Boolean).join('; ')}</td>
                            </tr>
                        {/each}
                    </tbody>
                </table>
            </div>
        {/if}
    </div>
{/snippet}

{#snippet margin()}
    <h2>What came of it</h2>
    <p class="soft">
        The rows are sections of our own now, beside the registrar's list: in the proof, in cross-lists and
        dates, and in every build.
    </p>
    {#if many('FAILED') > 0}
        <p>
            <b class="brick">■ {count(many('FAILED'), 'shell')} failed.</b> Building again tries these alone.
        </p>
    {/if}
    <!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_click_events_have_key_events -->
    <nav onclick={follow} aria-label="Elsewhere">
        <a href={route.href('arrivals', { view: 'own' })}>Sections of our own</a>
        <a href={route.href('arrivals', { view: 'sheet' })}>Another sheet</a>
    </nav>
{/snippet}

{#snippet footer()}
    {#if kept && campus.may('CHANGE_LISTS') && left.length > 0}
        <button class="go" disabled={busy || building} onclick={build}
            >Build {count(new Set(left.map((one) => one.shell)).size, 'shell')}</button
        >
    {/if}
    {#if building}<span class="soft" role="status">A build is under way …</span>{/if}
    {#if kept}
        <Export
            name="{kept.about.name}, what came of it"
            cells={() => ({
                columns: [
                    ...(kept?.headings ?? []),
                    'row',
                    'it was',
                    'kept',
                    'section',
                    'shell',
                    'stands',
                    'why',
                ],
                rows: shown.map((one) => [
                    ...one.row.cells,
                    String(one.row.number),
                    OUTCOMES[one.row.outcome].says,
                    one.row.kept ? 'yes' : 'no',
                    one.row.label,
                    one.code,
                    STANDINGS[one.standing].says,
                    [one.row.says, one.reason].filter(Boolean).join('; '),
                ]),
            })}
        />
    {/if}
{/snippet}

<Screen {sheet} {margin} {footer} marginName="About the sheet" />

<style>
    .kept {
        padding: 18px 20px 0;
        flex: 1;
        min-height: 0;
        display: flex;
        flex-direction: column;
    }
    .scroll {
        flex: 1;
        min-height: 0;
        overflow: auto;
    }
    th,
    td {
        padding: 4px 14px 4px 0;
        border-top: 1px solid var(--faint);
        vertical-align: top;
        font-size: 13.5px;
    }
    thead th {
        position: sticky;
        top: 0;
        background: var(--sheet);
        font-size: 12px;
    }
    tbody th {
        color: var(--ink);
        font-weight: 600;
    }
    nav {
        display: flex;
        flex-direction: column;
        align-items: start;
        gap: 10px;
        margin-top: 14px;
    }
    td.mono {
        white-space: nowrap;
    }
    p {
        margin-top: 8px;
    }
</style>
