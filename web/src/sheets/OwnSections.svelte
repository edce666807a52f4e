<script lang="ts">
    import { onMount } from 'svelte'
    import { SvelteSet } from 'svelte/reactivity'
    import { get, post, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { follow, route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { count, day } from '../frame/words'
    import Ask from '../parts/Ask.svelte'
    import { cells } from '../parts/cells'
    import Export from '../parts/Export.svelte'
    import Find from '../parts/Find.svelte'
    import Grid from '../parts/Grid.svelte'
    import { finds, type Line as GridLine } from '../parts/lines'

    /** Sections that no registrar lists, and what sheets say otherwise of those that one does. */
    type Line = Api['OwnSectionLine']
    const KINDS = {
        OWN: { mark: '+', says: 'our own', class: 'moss' },
        MERGED: { mark: '=', says: 'merged', class: 'soft' },
        CHANGED: { mark: '≠', says: 'changed by a sheet', class: 'ochre' },
    } as const

    let own = $state.raw<Api['OwnSectionView'] | null>(null)
    let reason = $state('')
    let asking = $state(false)
    let selected = $state('')
    const marks = new SvelteSet<string>()

    const marked = $derived((own?.sections ?? []).filter((one) => marks.has(one.id)))
    const offered = $derived(new Map((own?.offers ?? []).map((one) => [one.own, one])))
    const shown = $derived(
        (own?.sections ?? []).filter((one) =>
            finds(
                route.params.find ?? '',
                one.label,
                one.title,
                one.department,
                one.instructors,
                one.reference,
                KINDS[one.kind].says,
            ),
        ),
    )
    const lines = $derived<GridLine<Line>[]>(shown.map((row) => ({ kind: 'row', row })))
    const chosen = $derived(own?.sections.find((one) => one.id === selected))
    const mergeable = $derived(marked.filter((one) => offered.has(one.id)))
    const merged = $derived(marked.filter((one) => one.kind === 'MERGED'))

    function inWords(iso: string): string {
        return /^\d/.test(iso) ? day(iso) : iso
    }

    onMount(() => {
        void campus.attempt(async () => {
            own = await get('/api/terms/{term}/own-sections', { path: { term: route.term } })
        })
    })

    function change(what: 'take-out' | 'merge' | 'part', lines: Line[]) {
        const list = own?.list ?? 0
        asking = false
        void campus.attempt(async () => {
            own = await post(`/api/terms/{term}/own-sections/${what}`, {
                path: { term: route.term },
                body: { sections: lines.map((one) => one.id), list, reason },
            })
            marks.clear()
            reason = ''
            await campus.refresh()
        })
    }

    /** What a row has no room for but its beginning: what its sheet said, whom it is merged with, or may be. */
    function about(one: Line): string {
        const offer = offered.get(one.id)
        return [
            one.says,
            one.listed ? `with ${one.listed}` : '',
            offer ? `▲ the registrar lists ${offer.label} by now: ${offer.because}` : '',
        ]
            .filter(Boolean)
            .join('; ')
    }
</script>

{#snippet rowCells(one: Line)}
    {@const kind = KINDS[one.kind]}
    {@const more = about(one)}
    {@const [from, to] = one.days.split(' to ').map(inWords)}
    <span role="gridcell" title={one.title}><b>{one.label}</b><br />{one.title}</span>
    <span role="gridcell" title={more}
        ><b class={kind.class}>{kind.mark} {kind.says}</b>{#if more}<br /><span
                class={offered.has(one.id) ? 'ochre' : 'soft'}>{more}</span
            >{/if}</span
    >
    <span role="gridcell" title={one.department}>{one.department}</span>
    <span role="gridcell" title={one.instructors}>{one.instructors || 'nobody yet'}</span>
    <span role="gridcell"
        >{from}{#if to}<br />to {to}{/if}</span
    >
{/snippet}

{#snippet sheet()}
    <h1>Sections of our own in {route.term}</h1>
    {#if own && own.sections.length + own.courses.length === 0}
        <p class="begin">
            None yet. What stands on no registrar's list comes in by a sheet, or is typed: continuing
            education, seats of partners, training, sandboxes.
        </p>
    {:else if own}
        <p class="filters"><Find placeholder="section, title, instructor" /></p>
        <Grid
            label="Sections of our own"
            {lines}
            columns={['Section', 'What it is', 'Department', 'Instructors', 'Days']}
            widths="minmax(0, 4fr) minmax(0, 4fr) minmax(0, 2.6fr) minmax(0, 2.6fr) minmax(0, 3fr)"
            marks={campus.may('CHANGE_LISTS') ? marks : undefined}
            {selected}
            select={(id) => (selected = id)}
            named={(one) => one.label}
            cells={rowCells}
        />
        {#if own.courses.length > 0}
            <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
            <div class="courses" tabindex="0" role="region" aria-label="Courses without an offering">
                <h2>Courses without an offering</h2>
                <p class="soft">They get no shell.</p>
                <ul>
                    {#each own.courses as one (one.id)}
                        <li><b>{one.code}</b> {one.title} <span class="soft">{one.department}</span></li>
                    {/each}
                </ul>
            </div>
        {/if}
    {/if}
{/snippet}

{#snippet margin()}
    {#if chosen}
        <h2>{chosen.label}</h2>
        <p>{chosen.title}</p>
        {#if about(chosen)}<p class="soft">{about(chosen)}</p>{/if}
    {/if}
    <h2>{marks.size === 0 ? 'Nothing is marked' : `${count(marks.size, 'section')} marked`}</h2>
    {#if campus.may('CHANGE_LISTS')}
        {#if offered.size > 0}
            <p>
                <b class="ochre">▲ {count(offered.size, 'section')}</b> of our own
                {offered.size === 1 ? 'is' : 'are'} on the registrar's list by now.
                <button
                    class="plain"
                    onclick={() => {
                        marks.clear()
                        offered.forEach((_, id) => marks.add(id))
                    }}>Mark them</button
                >
            </p>
        {/if}
        {#if marked.length > 0}
            <label class="why">Why <input bind:value={reason} maxlength="1000" size="28" /></label>
            {#if mergeable.length > 0}
                <p>
                    <button class="plain" onclick={() => change('merge', mergeable)}
                        >Merge {count(mergeable.length, 'section')} with the registrar's</button
                    >
                    <span class="soft">The registrar says from then on what it is; its shell stays.</span>
                </p>
            {/if}
            {#if merged.length > 0}
                <p>
                    <button class="plain" onclick={() => change('part', merged)}
                        >Part {count(merged.length, 'section')} again</button
                    >
                </p>
            {/if}
            <p>
                <button class="plain" onclick={() => (asking = true)}
                    >Take out {count(marked.length, 'section')}</button
                >
            </p>
        {:else}
            <p class="soft">
                Mark sections to take them out, or to merge them with what the registrar lists.
            </p>
        {/if}
    {/if}
    <p class="soft">
        Every change is a version of its own among the arrivals: <i>go back</i> there takes an earlier one into
        use again.
    </p>
{/snippet}

{#snippet footer()}
    <!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_click_events_have_key_events -->
    <nav onclick={follow} aria-label="Elsewhere">
        <a href={route.href('arrivals', { view: 'sheet' })}>Bring in a sheet</a>
        <a href={route.href('arrivals')}>The registrar's lists</a>
    </nav>
    {#if own && own.sections.length > 0}
        <Export
            name="sections of our own {route.term}"
            cells={() =>
                cells(shown, [
                    ['section', (one) => one.label],
                    ['title', (one) => one.title],
                    ['what it is', (one) => KINDS[one.kind].says],
                    ['department', (one) => one.department],
                    ['instructors', (one) => one.instructors],
                    ['days', (one) => one.days],
                    ['reference number', (one) => one.reference],
                ])}
        />
    {/if}
    {#if asking}
        <Ask
            question="Take out {count(marked.length, 'section')}?"
            more="Shells that stand are closed to students and kept, when the term is built next; nothing is deleted."
            yes="Take out {count(marked.length, 'section')}"
            agree={() => change('take-out', marked)}
            close={() => (asking = false)}
        />
    {/if}
{/snippet}

<Screen {sheet} {margin} {footer} marginName="What is marked" />

<style>
    h1 {
        padding: 18px 20px 10px;
        flex: none;
    }
    .filters {
        margin: 0 20px 10px;
        flex: none;
    }
    .begin {
        max-width: 60ch;
        margin: 2px 20px;
        font-size: 16px;
    }
    .courses {
        flex: none;
        max-height: 34%;
        overflow: auto;
        padding: 10px 20px;
        border-top: 1px solid var(--hair);
    }
    ul {
        list-style: none;
        padding: 0;
    }
    p {
        margin-top: 10px;
    }
    .why {
        display: block;
        margin-top: 10px;
    }
    p button {
        min-height: 24px;
    }
    h2:not(:first-child) {
        margin-top: 18px;
    }
    nav {
        display: flex;
        gap: 18px;
    }
</style>
