<script lang="ts">
    import { get, post, type Api } from '../api/client'
    import { again } from '../frame/again'
    import { campus } from '../frame/campus.svelte'
    import { follow, route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { count, instant } from '../frame/words'
    import Export from '../parts/Export.svelte'
    import Find from '../parts/Find.svelte'
    import Grid from '../parts/Grid.svelte'
    import { finds, type Line } from '../parts/lines'
    import Counts from './Counts.svelte'
    import { OUTCOMES, STANDINGS, toBuild, type Standing } from './outcomes'

    /** A sheet that was kept, with what came of each row; what is left of it is built from here. */
    let { id }: { id: number } = $props()

    type Result = Api['SheetResult'] & { id: string }

    const KINDS = Object.keys(STANDINGS) as Standing[]
    const ASK_AGAIN_MILLIS = 1500

    let kept = $state.raw<Api['SheetKept'] | null>(null)
    let only = $state<Standing | ''>('')
    let selected = $state('')
    let busy = $state(false)

    const left = $derived(kept ? toBuild(kept.rows) : [])
    const shown = $derived(
        (kept?.rows ?? []).filter(
            (one) =>
                (only === '' || one.standing === only) &&
                finds(route.params.find ?? '', one.row.label, one.code, why(one), ...one.row.cells),
        ),
    )
    const lines = $derived<Line<Result>[]>(
        shown.map((one) => ({ kind: 'row', row: { ...one, id: String(one.row.number) } })),
    )
    const chosen = $derived(kept?.rows.find((one) => String(one.row.number) === selected))
    const building = $derived(campus.line?.buildState === 'RUNNING' || campus.line?.buildState === 'WAITING')

    $effect(() => {
        const of = id
        let over = false
        const look = async () => {
            const now = await get('/api/course-sheets/{id}', { path: { id: of } })
            if (over) return
            kept = now
            if (building) watch.later()
        }
        const watch = again(look, ASK_AGAIN_MILLIS)
        void campus.attempt(look)
        return () => {
            over = true
            watch.end()
        }
    })

    function many(standing: Standing): number {
        return (kept?.rows ?? []).filter((one) => one.standing === standing).length
    }

    function why(one: Api['SheetResult']): string {
        return [one.row.says, one.reason].filter(Boolean).join('; ')
    }

    function name(one: Api['SheetResult']): string {
        return one.row.label || one.row.cells.slice(0, 2).join(' ')
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

{#snippet rowCells(one: Result)}
    {@const is = OUTCOMES[one.row.outcome]}
    {@const standing = STANDINGS[one.standing]}
    <span role="gridcell" class="soft">{one.row.number}</span>
    <span role="gridcell"
        ><b class={is.class}>{is.mark} {is.says}</b>{#if !one.row.kept}<br /><span class="soft">not kept</span
            >{/if}</span
    >
    <span role="gridcell" title={name(one)}><b>{name(one)}</b></span>
    <span role="gridcell" class="mono" title={one.code || one.shell}
        >{#if one.shell}{@render shellLink(one)}{/if}</span
    >
    <span role="gridcell"><b class={standing.class}>{standing.mark} {standing.says}</b></span>
    <span role="gridcell" title={why(one)}>{why(one)}</span>
{/snippet}

{#snippet shellLink(one: Api['SheetResult'])}
    <a href={route.href('proof', { key: one.shell }, kept?.about.term)}>{one.code || one.shell}</a>
{/snippet}

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
            <p><Find placeholder="whatever stands in a row" /></p>
            <!-- svelte-ignore a11y_no_static_element_interactions, a11y_click_events_have_key_events -->
            <div class="rows" onclick={follow}>
                <Grid
                    label="Rows"
                    {lines}
                    columns={['Row', 'It was', 'Section', 'Shell', 'Stands', 'Why']}
                    widths="44px minmax(0, 2fr) minmax(0, 2fr) minmax(0, 3fr) minmax(0, 1.6fr) minmax(0, 3fr)"
                    {selected}
                    select={(row) => (selected = row)}
                    cells={rowCells}
                />
            </div>
        {/if}
    </div>
{/snippet}

{#snippet margin()}
    {#if chosen}
        <h2>Row {chosen.row.number}</h2>
        <dl>
            {#each chosen.row.cells as cell, i (i)}
                {#if cell}
                    <dt>{kept?.headings[i] || `column ${i + 1}`}</dt>
                    <dd>{cell}</dd>
                {/if}
            {/each}
        </dl>
        <p>
            <b class={STANDINGS[chosen.standing].class}
                >{STANDINGS[chosen.standing].mark} {STANDINGS[chosen.standing].says}</b
            >
            {why(chosen)}
        </p>
    {/if}
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
                    why(one),
                ]),
            })}
        />
    {/if}
{/snippet}

<Screen {sheet} {margin} {footer} marginName="About the sheet" />

<style>
    .kept {
        padding-top: 18px;
        flex: 1;
        min-height: 0;
        display: flex;
        flex-direction: column;
    }
    .kept > :global(:not(.rows)) {
        margin-left: 20px;
        margin-right: 20px;
    }
    .rows {
        flex: 1;
        min-height: 0;
        display: flex;
        flex-direction: column;
    }
    dl {
        margin: 10px 0;
    }
    dd {
        margin: 0 0 6px;
        overflow-wrap: anywhere;
    }
    dt {
        font-size: 12px;
        color: var(--soft);
    }
    h2:not(:first-child) {
        margin-top: 18px;
    }
    nav {
        display: flex;
        flex-direction: column;
        align-items: start;
        gap: 10px;
        margin-top: 14px;
    }
    p {
        margin-top: 8px;
    }
</style>
