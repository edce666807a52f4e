<script lang="ts">
    import { onMount, untrack } from 'svelte'
    import { changeOf } from '../api/change'
    import { get, post, Problem, type Api, type FieldError } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { NO_TERM, route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import Parts from './Parts.svelte'
    import { instant } from '../frame/words'
    import { backToSheet } from '../parts/focus'
    import Effect from './Effect.svelte'
    import type { Layer } from './edits'
    import LayerPane from './LayerPane.svelte'
    import Guards from './Guards.svelte'
    import Merge from './Merge.svelte'
    import Stack from './Stack.svelte'
    import { StackDraft } from './stack.svelte'
    import Unmatched from './Unmatched.svelte'
    import Versions from './Versions.svelte'

    const stack = new StackDraft()
    let current = $state.raw<Api['ConventionsView'] | null>(null)
    let vocabulary = $state.raw<Api['ConventionsVocabulary'] | null>(null)
    let versions = $state.raw<Api['ConventionsAbout'][]>([])
    let facts = $state.raw<Api['ProofFacts'][]>([])
    let matches = $state.raw<number[]>([])
    let outcome = $state.raw<Api['ProofEffect'] | null>(null)
    let stale = $state(false)
    let errors = $state.raw<FieldError[]>([])
    let note = $state('')
    /** A file that is to take the place of all layers, not kept yet. */
    let file = $state.raw<{ name: string; text: string } | null>(null)
    let picker = $state<HTMLInputElement>()
    let busy = $state(false)
    /** A version that somebody else kept meanwhile. */
    let theirs = $state.raw<{
        view: Api['ConventionsView']
        differences: Api['VersionDifferencesDifference'][]
    } | null>(null)

    const edited = $derived(file !== null || stack.edited)
    const withTerm = $derived(route.term !== NO_TERM && (campus.line?.sections ?? 0) > 0)
    const term = $derived(route.term)
    const counts = $derived(stack.edited && outcome && outcome.matches.length > 0 ? outcome.matches : matches)

    onMount(() => void campus.attempt(load))

    async function load() {
        vocabulary ??= await get('/api/conventions/vocabulary')
        const view = await get('/api/conventions')
        versions = await get('/api/conventions/versions')
        // all at once, so that nothing typed once the new version is seen is lost to it
        current = view
        stack.choose(Number(route.params.layer ?? 0) || 0)
        stack.start(view.layers)
    }

    $effect(() => {
        if (withTerm && current) {
            void campus.attempt(async () => {
                matches = await get('/api/terms/{term}/layers', { path: { term } })
                facts = await get('/api/terms/{term}/facts', { path: { term } })
            })
        }
    })

    /** Asks for the effect of the draft; a newer draft makes an answer on its way worthless. */
    $effect(() => {
        const asked = change()
        if (!withTerm || !asked) return
        const abort = new AbortController()
        untrack(() => (stale = true))
        post('/api/terms/{term}/effect', { path: { term }, body: asked }, abort.signal)
            .then((answer) => {
                outcome = answer
                errors = []
                stale = false
            })
            .catch((e) => {
                if (abort.signal.aborted) return
                if (e instanceof Problem && e.errors.length > 0) errors = e.errors
                else campus.trouble = e.message
            })
        return () => abort.abort()
    })

    /** What is asked about and kept: the file, else the stack as it stands here. */
    function change() {
        const basedOn = current?.about.number
        if (basedOn === undefined) return null
        if (file) return changeOf(basedOn, { file: file.text })
        const layers = stack.layers.map(({ name, when, set, fix, off }) => ({ name, when, set, fix, off }))
        return changeOf(basedOn, { stack: { layers, about: stack.chosen } })
    }

    async function bring(chosenFile: File | undefined) {
        if (!chosenFile) return
        const text = await chosenFile.text()
        file = { name: chosenFile.name, text }
        note = chosenFile.name
    }

    function undo() {
        if (file) file = null
        else stack.undo()
        errors = []
    }

    function choose(index: number) {
        stack.choose(index)
        route.set({ layer: String(index), field: '' })
    }

    function keep() {
        void campus.attempt(async () => {
            busy = true
            try {
                try {
                    const made = change()
                    if (made) await post('/api/conventions/versions', { body: { change: made, note } })
                } catch (e) {
                    if (e instanceof Problem && e.status === 409 && !file) return await meet()
                    throw e
                }
                file = null
                note = ''
                route.set({ layer: String(stack.chosen) })
                await load()
                await campus.refresh()
            } finally {
                busy = false
            }
        })
    }

    /** Somebody else was faster: both changes are shown, and nothing is kept yet. */
    async function meet() {
        const view = await get('/api/conventions')
        const path = { number: view.about.number, before: current?.about.number ?? 0 }
        const differences = await get('/api/conventions/versions/{number}/since/{before}', { path })
        theirs = { view, differences }
    }

    function take(layers: Layer[]) {
        if (!theirs) return
        current = theirs.view
        stack.start(theirs.view.layers)
        stack.replace(layers)
        theirs = null
    }

    /** An earlier version as a draft, so that what going back would change is seen before. */
    function back(version: number) {
        void campus.attempt(async () => {
            const answer = await fetch(`/api/conventions/versions/${version}/file`)
            if (!answer.ok) throw new Error(`Version ${version} cannot be read.`)
            file = { name: `Version ${version}`, text: await answer.text() }
            note = `Back to version ${version}`
        })
    }

    function pressed(event: KeyboardEvent) {
        const writing = event.target instanceof HTMLInputElement && event.target.type !== 'checkbox'
        if (event.key === 'Escape' && writing) backToSheet()
        if (writing || event.target instanceof HTMLSelectElement) return
        if (event.key === 'u') undo()
        if (event.key === 'U') stack.redo()
        if (event.altKey && event.key === 'ArrowUp') stack.move(-1)
        if (event.altKey && event.key === 'ArrowDown') stack.move(1)
    }

    function lines(text: string): string[] {
        return text.split('\n')
    }
</script>

<svelte:window onkeydown={pressed} />

{#snippet sheet()}
    <Parts />
    <div class="two">
        {#if current}
            <Stack
                layers={stack.layers}
                matches={counts}
                chosen={stack.chosen}
                {choose}
                add={campus.may('CHANGE_CONVENTIONS') && !file ? () => stack.add() : undefined}
            />
        {/if}
        {#if vocabulary}
            <section class="layer" aria-label="Layer {stack.chosen + 1}">
                {#if file}
                    <p class="file">
                        <b>{file.name}</b> would take the place of all layers, overrides and cross-lists.
                    </p>
                {/if}
                {#if stack.layer}
                    <LayerPane
                        {stack}
                        layer={stack.layer}
                        {vocabulary}
                        {facts}
                        sections={counts[stack.chosen]}
                        {errors}
                        hard={outcome?.edgeCases ?? []}
                        disabled={!campus.may('CHANGE_CONVENTIONS') || file !== null}
                    />
                {:else if current}
                    <p class="soft">No layer yet: every shell has what holds unless something is set.</p>
                {/if}
            </section>
        {/if}
    </div>
{/snippet}

{#snippet margin()}
    {#if theirs && current}
        <Merge
            base={current.layers}
            mine={stack.layers}
            theirs={theirs.view}
            differences={theirs.differences}
            {take}
        />
    {:else if edited && errors.length > 0}
        <h2>Not to be kept like this</h2>
        {#each errors as error, i (i)}
            {#each lines(error.detail) as line, l (l)}<p class="brick">{line}</p>{/each}
        {/each}
    {:else if edited && outcome}
        <Effect effect={outcome} {stale} />
    {:else if current}
        <Unmatched version={current.about.number} lead={choose} />
        <Versions {versions} {withTerm} {back} />
        <Guards guards={current.guards} basedOn={current.about.number} kept={load} />
    {/if}
{/snippet}

{#snippet footer()}
    {#if campus.may('CHANGE_CONVENTIONS')}
        <button class="go" disabled={!edited || errors.length > 0 || busy} onclick={keep}>Keep</button>
        {#if !edited}
            <button class="plain" onclick={() => picker?.click()}>Bring in a file</button>
            <input
                bind:this={picker}
                type="file"
                accept=".yaml,.yml"
                hidden
                onchange={() => {
                    void bring(picker?.files?.[0])
                    if (picker) picker.value = ''
                }}
            />
        {/if}
        {#if edited}
            <label class="note"><span class="soft">with a note</span> <input bind:value={note} /></label>
            <button class="plain" onclick={undo}>Undo</button>
        {/if}
        {#if stack.future.length > 0}
            <button class="plain" onclick={() => stack.redo()}>Redo</button>
        {/if}
    {/if}
    <span class="soft keys">
        {#if current}
            Version {current.about.number}, {current.about.keptBy}, {instant(
                current.about.keptAt,
                campus.zone,
            )}
        {/if}
        &nbsp; <kbd>u</kbd> undo <kbd>?</kbd> keys
    </span>
{/snippet}

<Screen {sheet} {margin} {footer} marginName="What it would change" />

<style>
    .two {
        display: flex;
        flex: 1;
        min-height: 0;
    }
    .layer {
        flex: 1;
        min-width: 0;
        padding: 16px 20px;
        overflow: auto;
    }
    .file {
        background: var(--ochre-wash);
        border-left: 3px solid var(--ochre);
        padding: 6px 10px;
        margin-bottom: 10px;
    }
    .note input {
        width: 260px;
    }
    .keys {
        margin-left: auto;
    }
</style>
