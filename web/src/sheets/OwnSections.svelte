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
    const marks = new SvelteSet<string>()

    const marked = $derived((own?.sections ?? []).filter((one) => marks.has(one.id)))
    const offered = $derived(new Map((own?.offers ?? []).map((one) => [one.own, one])))
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

    function toggle(id: string) {
        if (!marks.delete(id)) marks.add(id)
    }
</script>

{#snippet sheet()}
    <div class="own">
        <h1>Sections of our own in {route.term}</h1>
        {#if own && own.sections.length + own.courses.length === 0}
            <p class="begin">
                None yet. What stands on no registrar's list comes in by a sheet, or is typed: continuing
                education, seats of partners, training, sandboxes.
            </p>
        {:else if own}
            <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
            <div class="scroll" tabindex="0" role="region" aria-label="Sections of our own">
                <table>
                    <thead>
                        <tr>
                            <th scope="col"><span class="unseen">Mark</span></th>
                            <th scope="col">Section</th>
                            <th scope="col">What it is</th>
                            <th scope="col">Department</th>
                            <th scope="col">Instructors</th>
                            <th scope="col">Days</th>
                        </tr>
                    </thead>
                    <tbody>
                        {#each own.sections as one (one.id)}
                            {@const kind = KINDS[one.kind]}
                            {@const offer = offered.get(one.id)}
                            <tr class:on={marks.has(one.id)}>
                                <td
                                    ><input
                                        type="checkbox"
                                        aria-label="Mark {one.label}"
                                        disabled={!campus.may('CHANGE_LISTS')}
                                        checked={marks.has(one.id)}
                                        onchange={() => toggle(one.id)}
                                    /></td
                                >
                                <th scope="row">{one.label} <span>{one.title}</span></th>
                                <td>
                                    <b class={kind.class}>{kind.mark} {kind.says}</b>
                                    {#if one.says}<span class="soft">{one.says}</span>{/if}
                                    {#if one.listed}<span class="soft">with {one.listed}</span>{/if}
                                    {#if offer}<span class="ochre"
                                            >▲ the registrar lists {offer.label} by now: {offer.because}</span
                                        >{/if}
                                </td>
                                <td>{one.department}</td>
                                <td>{one.instructors || 'nobody yet'}</td>
                                <td>{one.days.split(' to ').map(inWords).join(' to ')}</td>
                            </tr>
                        {/each}
                    </tbody>
                </table>
                {#if own.courses.length > 0}
                    <h2>Courses without an offering</h2>
                    <p class="soft">They get no shell.</p>
                    <ul>
                        {#each own.courses as one (one.id)}
                            <li><b>{one.code}</b> {one.title} <span class="soft">{one.department}</span></li>
                        {/each}
                    </ul>
                {/if}
            </div>
        {/if}
    </div>
{/snippet}

{#snippet margin()}
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
                cells(own?.sections ?? [], [
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
    .own {
        padding: 18px 20px 0;
        flex: 1;
        min-height: 0;
        display: flex;
        flex-direction: column;
    }
    .begin {
        max-width: 60ch;
        margin-top: 12px;
        font-size: 16px;
    }
    .scroll {
        flex: 1;
        min-height: 0;
        overflow: auto;
        margin-top: 10px;
    }
    th,
    td {
        padding: 5px 14px 5px 0;
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
    th span:not(.unseen),
    td span {
        display: block;
        font-weight: 400;
    }
    td input {
        width: 20px;
        height: 20px;
        min-height: 24px;
    }
    .on {
        background: var(--chalk-wash);
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
    nav {
        display: flex;
        gap: 18px;
    }
</style>
