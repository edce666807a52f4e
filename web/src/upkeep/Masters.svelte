<script lang="ts">
    import { onMount } from 'svelte'
    import { SvelteSet } from 'svelte/reactivity'
    import { get, post, put, remove, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { count, day, instant, number } from '../frame/words'
    import Ask from '../parts/Ask.svelte'
    import { cells as sheetCells } from '../parts/cells'
    import Export from '../parts/Export.svelte'
    import Find from '../parts/Find.svelte'
    import Grid from '../parts/Grid.svelte'
    import { finds, grouped } from '../parts/lines'
    import MasterForm from './MasterForm.svelte'
    import MasterOne from './MasterOne.svelte'
    import Parts from './Parts.svelte'

    /** Master shells: who shares them, who uses them, what was edited in them, and those that nobody needs any more. */
    type Master = Api['MasterRow']

    let all = $state.raw<Api['MasterSheet'] | null>(null)
    let started = $state.raw<Api['LifeFromMaster'][]>([])
    let selected = $state(route.params.master ?? '')
    let form = $state<'' | 'new' | 'change'>('')
    let asking = $state(false)
    let unusedTerms = $state(1)
    let says = $state('')
    const marks = new SvelteSet<string>()

    const masters = $derived(all?.masters ?? [])
    const shown = $derived(
        masters.filter((one) =>
            finds(
                route.params.find ?? '',
                one.code,
                one.title,
                ...one.courses,
                ...one.people.map((p) => p.name),
            ),
        ),
    )
    const lines = $derived(
        grouped(shown, [
            {
                name: `nobody has used it for ${count(all?.unusedTerms ?? 0, 'term')}`,
                says: (own: Master[]) => count(own.length, 'master'),
                has: (one: Master) => one.unused,
            },
            {
                name: 'for courses',
                says: (own: Master[]) => count(own.length, 'master'),
                has: (one: Master) => !one.unused && !one.retiredAt && one.courses.length > 0,
            },
            {
                name: 'for developing in, for no course yet',
                says: (own: Master[]) => count(own.length, 'master'),
                has: (one: Master) => !one.unused && !one.retiredAt && one.courses.length === 0,
            },
            {
                name: 'put away',
                says: (own: Master[]) => count(own.length, 'master'),
                has: (one: Master) => one.retiredAt !== null,
            },
        ]),
    )
    const one = $derived(masters.find((master) => master.id === selected))
    const marked = $derived(masters.filter((master) => marks.has(master.id)))
    const away = $derived(marked.length > 0 && marked.every((master) => master.retiredAt !== null))

    function set(sheet: Api['MasterSheet'], what = '') {
        all = sheet
        unusedTerms = sheet.unusedTerms
        says = what
    }

    onMount(() => {
        void campus.attempt(async () => {
            set(await get('/api/masters'))
            await loadStarted()
        })
    })

    async function loadStarted() {
        started = await get('/api/terms/{term}/upkeep/masters', { path: { term: route.term } })
    }

    function act(work: () => Promise<Api['MasterSheet']>, what: string) {
        void campus.attempt(async () => {
            set(await work(), what)
            await loadStarted()
        })
    }

    function keep(wish: Api['MasterWish'], from: string | null) {
        const id = selected
        void campus.attempt(async () => {
            if (form === 'change')
                set(await put('/api/master/{id}', { path: { id }, body: wish }), 'Changed.')
            else {
                set(await post('/api/masters', { body: { master: wish, from } }), 'It stands in the LMS.')
                selected = masters.find((master) => master.code === wish.code)?.id ?? ''
            }
            form = ''
        })
    }

    function take(shells: number) {
        void campus.attempt(async () => {
            const begun = await post('/api/terms/{term}/upkeep/masters', {
                path: { term: route.term },
                body: { master: selected, shells },
            })
            await campus.refresh()
            route.go('build', { id: String(begun.build) })
        })
    }

    function ask() {
        void campus.attempt(async () => {
            const asked = await post('/api/masters/questions', {
                body: { ids: marked.map((master) => master.id), term: route.term },
            })
            set(asked.sheet, `${count(asked.mails, 'message')} on the way.`)
            marks.clear()
        })
    }

    function retire(retired: boolean) {
        asking = false
        act(
            () =>
                post('/api/masters/retirement', {
                    body: { ids: marked.map((master) => master.id), retired },
                }),
            retired ? 'Put away.' : 'Taken out again.',
        )
        marks.clear()
    }

    function used(master: Master): string {
        const last = master.uses[0]
        return last ? `${last.term}, ${count(last.shells, 'shell')}` : 'never'
    }
</script>

{#snippet masterCells(master: Master)}
    <span role="gridcell" title={master.title}><b class="code">{master.code}</b><br />{master.title}</span>
    <span role="gridcell">{master.courses.join(', ') || '–'}</span>
    <span role="gridcell" title={master.people.map((person) => `${person.name}, ${person.role}`).join('; ')}>
        {master.people.map((person) => person.name).join(', ') || '–'}
    </span>
    <span role="gridcell">
        {used(master)}{#if master.askedAt && !master.retiredAt}<br /><span class="soft"
                >asked {instant(master.askedAt, campus.zone)}</span
            >{/if}
    </span>
    <span role="gridcell">
        {#if !master.stands}<b class="brick">▲ not in the LMS</b>
        {:else if master.says}{master.says}
        {:else if master.editedAt}{day(master.editedAt.slice(0, 10))}
        {:else}–{/if}
    </span>
{/snippet}

{#snippet sheet()}
    <Parts />
    <div class="top">
        <h1>
            {all === null
                ? 'One moment …'
                : masters.length === 0
                  ? 'No master yet'
                  : `${count(masters.filter((master) => !master.retiredAt).length, 'master')}, ${number(new Set(started.map((shell) => shell.key)).size)} shells of ${route.term} started from them`}
        </h1>
        <p class="soft">
            Shells outside any term, shared by hand and never with enrollments: sections start from them.
        </p>
        {#if masters.length > 0}<p><Find placeholder="code, title, course" /></p>{/if}
    </div>
    <Grid
        label="Masters"
        {lines}
        columns={['Master', 'Courses', 'Shared with', 'Last used', 'Edited']}
        widths="minmax(0, 3.6fr) minmax(0, 1.7fr) minmax(0, 2.2fr) minmax(0, 1.6fr) minmax(0, 1.5fr)"
        {marks}
        {selected}
        select={(id) => {
            selected = id
            form = ''
        }}
        cells={masterCells}
    />
{/snippet}

{#snippet margin()}
    {#if form !== ''}
        {#key form}
            <MasterForm
                master={form === 'change' ? (one ?? null) : null}
                terms={all?.terms ?? []}
                {keep}
                close={() => (form = '')}
            />
        {/key}
    {:else if marked.length > 0}
        <h2>{count(marked.length, 'master')} marked</h2>
        {#if campus.may('CHANGE_MASTERS')}
            <p class="acts">
                {#if away}
                    <button class="go" onclick={() => retire(false)}
                        >Take out {count(marked.length, 'master')}</button
                    >
                {:else}
                    <button class="go" onclick={ask}>Ask whoever shares them</button>
                    <button class="plain" onclick={() => (asking = true)}>Put away</button>
                {/if}
                <button class="plain" onclick={() => marks.clear()}>Unmark</button>
            </p>
        {/if}
        <p class="soft">
            Each person gets one message with the masters that he or she shares, and where to look at them.
        </p>
    {:else if one}
        {#key one.id}
            <MasterOne
                master={one}
                shells={started.filter((shell) => shell.master === one.id)}
                share={(user, role) =>
                    act(
                        () => post('/api/master/{id}/people', { path: { id: one.id }, body: { user, role } }),
                        'Shared.',
                    )}
                unshare={(user) =>
                    act(async () => {
                        await remove('/api/master/{id}/people/{user}', { path: { id: one.id, user } })
                        return get('/api/masters')
                    }, 'Taken out.')}
                {take}
                edit={() => (form = 'change')}
            />
        {/key}
    {:else}
        <h2>Which nobody needs any more</h2>
        <p>
            <label
                >Offered when unused for <input
                    type="number"
                    min="1"
                    max="100"
                    bind:value={unusedTerms}
                    disabled={!campus.may('CHANGE_MASTERS')}
                /> terms</label
            >
            {#if all && unusedTerms !== all.unusedTerms && campus.may('CHANGE_MASTERS')}
                <button
                    class="go"
                    onclick={() =>
                        act(() => put('/api/masters/rule', { body: { unusedTerms } }), 'The rule is kept.')}
                    >Keep the rule</button
                >
            {/if}
        </p>
        <p class="soft">
            Mark them with Space to ask by mail whoever shares them, or to put them away: only administrators
            enter them then, and each can be taken out again.
        </p>
    {/if}
{/snippet}

{#snippet footer()}
    {#if campus.may('CHANGE_MASTERS') && form === ''}
        <button class="plain" onclick={() => (form = 'new')}>New master …</button>
        <button
            class="plain"
            onclick={() => act(() => post('/api/masters/look', {}), 'Looked at what was edited.')}
            >Look at what was edited</button
        >
    {/if}
    <span class="soft" role="status">{says}</span>
    {#if shown.length > 0}
        <Export
            name="masters"
            cells={() =>
                sheetCells(shown, [
                    ['code', (master) => master.code],
                    ['title', (master) => master.title],
                    ['courses', (master) => master.courses.join(', ')],
                    [
                        'shared with',
                        (master) =>
                            master.people.map((person) => `${person.name} (${person.role})`).join(', '),
                    ],
                    ['last used', used],
                    ['terms since', (master) => master.unusedTerms],
                    ['asked', (master) => master.askedAt ?? ''],
                    ['put away', (master) => master.retiredAt ?? ''],
                ])}
        />
    {/if}
    {#if asking}
        <Ask
            question="Put {count(marked.length, 'master')} away, {number(
                marked.filter((master) => !master.unused).length,
            )} of them used in the last terms?"
            more="Nothing starts from them from then on, and only administrators enter them. Each can be taken out again as it was."
            yes="Put {count(marked.length, 'master')} away"
            agree={() => retire(true)}
            close={() => (asking = false)}
        />
    {/if}
{/snippet}

<Screen {sheet} {margin} {footer} marginName="The master" />

<style>
    .top {
        padding: 14px 20px 10px;
        flex: none;
    }
    p {
        margin-top: 10px;
    }
    .acts {
        display: flex;
        gap: 18px;
        align-items: baseline;
        flex-wrap: wrap;
    }
    input[type='number'] {
        width: 7ch;
    }
</style>
