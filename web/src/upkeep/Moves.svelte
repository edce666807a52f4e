<script lang="ts">
    import { onMount } from 'svelte'
    import { get, post, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import Effect from '../conventions/Effect.svelte'
    import { count, number } from '../frame/words'
    import Find from '../parts/Find.svelte'
    import Grid from '../parts/Grid.svelte'
    import { finds, grouped } from '../parts/lines'
    import { Moves, NOWHERE, type Movable } from './moves.svelte'
    import LateChange from './LateChange.svelte'
    import MoveEffect from './MoveEffect.svelte'
    import Parts from './Parts.svelte'

    /** Courses, whole departments and single shells put elsewhere, with what that does seen before it is kept. */
    const KINDS = [
        ['course', 'Courses'],
        ['department', 'Departments'],
        ['shell', 'Single shells'],
    ] as const

    const EMPTY_SHOWN = 30

    const moves = new Moves()
    let selected = $state('')
    let says = $state('')
    let note = $state('')
    let pasted = $state('')
    let categories = $state.raw<Api['MoveCategory'][]>([])
    let gone = $state.raw<string[]>([])

    const shown = $derived(
        moves.rows.filter((row) => finds(route.params.find ?? '', row.name, row.title, row.where)),
    )
    const lines = $derived(
        grouped(
            shown,
            [...new Set(shown.map((row) => row.where))].sort().map((where) => ({
                name: where || 'nowhere',
                says: (own: Movable[]) => count(own.length, moves.by),
                has: (row: Movable) => row.where === where,
            })),
        ),
    )
    const empty = $derived(
        categories.filter((one) => one.shells + one.below + one.wanted === 0 && !one.hidden && !one.locked),
    )
    const isNew = $derived(
        moves.target.to !== '' &&
            !(moves.sheet?.departments ?? []).some((one) => one.code === moves.target.to),
    )

    async function load() {
        await moves.load()
        if (campus.may('READ_CAMPUS'))
            categories = await get('/api/terms/{term}/upkeep/categories', { path: { term: route.term } })
    }
    onMount(() => {
        void campus.attempt(load)
    })

    function choose(by: string) {
        route.set({ by: by === 'course' ? '' : by, find: '' })
        moves.marks.clear()
        moves.target = { ...NOWHERE }
        moves.effect = null
        void campus.attempt(load)
    }

    $effect(() => {
        void [moves.marks.size, JSON.stringify(moves.target)]
        void campus.attempt(() => moves.look())
    })

    function paste() {
        moves.paste(pasted)
        pasted = ''
    }

    function keep() {
        void campus.attempt(async () => {
            const what = count(moves.marked.length, moves.by)
            await moves.keep(
                note || `${what} to ${moves.target.name || moves.target.to || moves.target.value}`,
            )
            says = `${what} ${moves.by === 'shell' ? 'set' : 'moved'}; ${count(moves.toBuild.length, 'shell')} wait to be built`
            note = ''
            moves.target = { ...NOWHERE }
            await campus.refresh()
        })
    }

    function build() {
        void campus.attempt(async () => {
            const proof = await get('/api/terms/{term}/proof', { path: { term: route.term } })
            const begun = await post('/api/terms/{term}/builds', {
                path: { term: route.term },
                body: { versions: proof.versions, keys: moves.toBuild, closes: 0, trial: 0, at: null },
            })
            await campus.refresh()
            route.go('build', { id: String(begun.id) })
        })
    }

    function tidy(what: 'removal' | 'return', paths: string[]) {
        void campus.attempt(async () => {
            const path = { term: route.term }
            const answers = await post(`/api/terms/{term}/upkeep/categories/${what}`, {
                path,
                body: { paths },
            })
            const done = answers.filter((one) => one.done).map((one) => one.path)
            gone = what === 'removal' ? done : []
            const not = answers.find((one) => !one.done)
            says = not
                ? `${not.path}: ${not.reason}`
                : `${count(done.length, 'category', 'categories')} ${what === 'removal' ? 'removed' : 'made again'}`
            categories = await get('/api/terms/{term}/upkeep/categories', { path })
        })
    }
</script>

{#snippet lineCells(one: Movable)}
    <span role="gridcell" class="code">{one.name}</span>
    <span role="gridcell" title={one.title}>{one.title}</span>
    <span role="gridcell" title={one.where}>{one.where}</span>
    <span role="gridcell" class="num">{number(one.sections)}</span>
{/snippet}

{#snippet sheet()}
    <Parts />
    <div class="top">
        <h1>
            {moves.sheet === null
                ? 'One moment …'
                : moves.marked.length > 0
                  ? `${count(moves.marked.length, moves.by)} chosen`
                  : `${count(moves.rows.length, moves.by)}, ${count(moves.sheet.moves.length, 'move')} in force`}
        </h1>
        <p class="filters">
            {#each KINDS as [by, name] (by)}
                <button class="plain" aria-pressed={moves.by === by} onclick={() => choose(by)}>{name}</button
                >
            {/each}
            <Find />
        </p>
    </div>
    <Grid
        label="What can be moved"
        {lines}
        columns={[
            'Code',
            'Title',
            moves.by === 'shell' ? 'Category' : moves.by === 'course' ? 'Department' : 'College',
            'Sections',
        ]}
        widths="minmax(0, 2.2fr) minmax(0, 4fr) minmax(0, 4fr) 64px"
        marks={campus.may('CHANGE_CONVENTIONS') ? moves.marks : undefined}
        {selected}
        select={(id) => (selected = id)}
        cells={lineCells}
    />
{/snippet}

{#snippet margin()}
    {#if campus.may('CHANGE_CONVENTIONS')}
        <h2>Choose</h2>
        <p>
            <label
                >Paste codes, one a line <textarea bind:value={pasted} rows="2" onchange={paste}
                ></textarea></label
            >
        </p>
        {#if moves.unknown.length > 0}
            <p class="brick">
                ■ {count(moves.unknown.length, 'code')} not of this term: {moves.unknown
                    .slice(0, 12)
                    .join(', ')}{moves.unknown.length > 12 ? ' …' : ''}
            </p>
        {/if}
    {/if}
    {#if moves.marked.length > 0}
        <h2>
            {moves.by === 'shell'
                ? 'What is set'
                : moves.marked.length === 1
                  ? 'Where it goes'
                  : 'Where they go'}
        </h2>
        {#if moves.by === 'shell'}
            <LateChange bind:target={moves.target} {categories} />
        {:else}
            <p>
                <label
                    >Department <input
                        bind:value={moves.target.to}
                        list="departments"
                        size="14"
                        placeholder="its code"
                    /></label
                >
                <datalist id="departments">
                    {#each moves.sheet?.departments ?? [] as one (one.code)}<option value={one.code}
                            >{one.name}</option
                        >{/each}
                </datalist>
                {#if isNew}<span class="ochre">▲ not on the list yet; give it a name</span>{/if}
            </p>
            <p>
                <label
                    >called <input
                        bind:value={moves.target.name}
                        maxlength="300"
                        size="26"
                        placeholder="as the list calls it"
                    /></label
                >
            </p>
            <p>
                <label
                    >in the college <select bind:value={moves.target.college}>
                        <option value="">as the list has it</option>
                        {#each (moves.sheet?.departments ?? []).filter((one) => one.college) as one (one.code)}
                            <option value={one.code}>{one.name}</option>
                        {/each}
                    </select></label
                >
                <label
                    >from <select bind:value={moves.target.since}>
                        <option value="">all terms</option>
                        {#each moves.sheet?.terms ?? [] as code (code)}<option value={code}>{code} on</option
                            >{/each}
                    </select></label
                >
            </p>
        {/if}
        {#if moves.effect}
            {#if moves.outcome}
                <Effect effect={moves.outcome} stale={moves.stale} />
            {:else}
                <MoveEffect effect={moves.effect} />
            {/if}
            <p>
                <label>Note <input bind:value={note} maxlength="1000" size="28" placeholder="why" /></label>
            </p>
            <p class="acts">
                <button
                    class="go"
                    disabled={moves.stale || moves.effect.unmatched.length > 0 || moves.effect.shells === 0}
                    onclick={keep}
                    >{moves.by === 'shell' ? 'Set it for' : 'Move'}
                    {count(moves.marked.length, moves.by)}</button
                >
                <button class="plain" onclick={() => moves.marks.clear()}>Unmark</button>
            </p>
        {/if}
    {:else}
        {#if moves.toBuild.length > 0}
            <h2>{count(moves.toBuild.length, 'shell')} to build</h2>
            <p>
                <button class="go" onclick={build}>Build {count(moves.toBuild.length, 'shell')}</button>
                <span class="soft">The build can be taken back.</span>
            </p>
        {/if}
        {#if (moves.sheet?.moves.length ?? 0) > 0}
            <h2>Moves in force</h2>
            {#each moves.sheet?.moves ?? [] as move (move.index)}
                <p class="move">
                    <span class="what">{move.what}</span> to <b>{move.toName}</b>{move.college
                        ? ` in ${move.college}`
                        : ''}{move.since ? `, since ${move.since}` : ''}
                    <span class="soft">{count(move.sections, 'section')}</span>
                    {#if campus.may('CHANGE_CONVENTIONS')}
                        <button
                            class="plain"
                            onclick={() => void campus.attempt(() => moves.takeOut(move.index))}
                            >Take it out</button
                        >
                    {/if}
                </p>
            {/each}
        {/if}
        {#if campus.may('READ_CAMPUS')}<h2>Empty categories</h2>{/if}
        {#each empty.slice(0, EMPTY_SHOWN) as one (one.path)}
            <p class="path">{one.path}</p>
        {:else}
            {#if campus.may('READ_CAMPUS')}<p class="soft">
                    None. A hidden category, as one for templates, is never offered.
                </p>{/if}
        {/each}
        {#if empty.length > EMPTY_SHOWN}
            <p class="path soft">and {number(empty.length - EMPTY_SHOWN)} more</p>
        {/if}
        {#if empty.length > 0 && campus.may('CHANGE_CAMPUS')}
            <p>
                <button
                    class="plain"
                    onclick={() =>
                        tidy(
                            'removal',
                            empty.map((one) => one.path),
                        )}>Remove {count(empty.length, 'category', 'categories')}</button
                >
            </p>
        {/if}
        {#if gone.length > 0}
            <p>
                <button class="plain" onclick={() => tidy('return', gone)}
                    >Make {count(gone.length, 'category', 'categories')} again</button
                >
            </p>
        {/if}
    {/if}
{/snippet}

{#snippet footer()}
    <span class="soft" role="status">{says}</span>
{/snippet}

<Screen {sheet} {margin} {footer} marginName="The move" />

<style>
    .top {
        padding: 14px 20px 10px;
        flex: none;
    }
    .filters {
        display: flex;
        gap: 22px;
        margin-top: 6px;
        align-items: baseline;
    }
    .filters button {
        font-weight: 400;
        border-bottom-color: transparent;
    }
    .filters button[aria-pressed='true'] {
        font-weight: 650;
        color: var(--ink);
        border-bottom-color: var(--chalk);
    }
    .num {
        text-align: right;
        font-variant-numeric: tabular-nums;
    }
    p {
        margin-top: 8px;
    }
    h2 + p {
        margin-top: 8px;
    }
    h2:not(:first-child) {
        margin-top: 20px;
    }
    textarea {
        width: 100%;
    }
    .what {
        overflow-wrap: anywhere;
    }
    .move .soft {
        margin: 0 10px 0 4px;
    }
    .acts {
        display: flex;
        gap: 18px;
        align-items: baseline;
    }
    .path {
        font-size: 13px;
        margin-top: 4px;
    }
</style>
