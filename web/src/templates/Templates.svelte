<script lang="ts">
    import { onMount, untrack } from 'svelte'
    import { get, post, Problem, remove, upload, type Api, type FieldError } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { NO_TERM, route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { backToSheet } from '../parts/focus'
    import Parts from '../conventions/Parts.svelte'
    import { instant } from '../frame/words'
    import PickList from '../parts/PickList.svelte'
    import Detail from './Detail.svelte'
    import Outline from './Outline.svelte'
    import Placed from './Placed.svelte'
    import Span from './Span.svelte'
    import Touched from './Touched.svelte'
    import { emptyTemplate, KINDS, leftTemplates, TemplateEdit } from './template.svelte'

    const edit = new TemplateEdit()
    const NEW = ''
    let list = $state.raw<Api['TemplateAbout'][]>([])
    let about = $state.raw<Api['TemplateAbout'] | null>(null)
    let leftOut = $state.raw<string[]>([])
    let placed = $state.raw<Api['StartPlaced'] | null>(null)
    let errors = $state.raw<FieldError[]>([])
    let session = $state('')
    let note = $state('')
    let shellKey = $state('')
    let kind = $state('page')
    let picker = $state<HTMLInputElement>()
    let busy = $state(false)
    let loaded = $state(false)

    const withTerm = $derived(route.term !== NO_TERM && (campus.line?.sections ?? 0) > 0)
    const disabled = $derived(!campus.may('CHANGE_TEMPLATES'))

    onMount(() => {
        void campus.attempt(() => open(route.params.template ?? ''))
        return leave
    })

    /** What is not kept of this one is there again when one comes back to it. */
    function leave() {
        const left = edit.left
        if (loaded) leftTemplates.leave(about?.id ?? NEW, left && { ...left, about })
    }

    async function open(id: string) {
        list = await get('/api/templates')
        const known = list.find((one) => one.id === id) ?? list[0]
        leftOut = []
        errors = []
        note = ''
        if (known) {
            const view = await get('/api/templates/{id}', { path: { id: known.id } })
            leave()
            const left = leftTemplates.take(known.id)
            about = left?.about ?? view.about
            if (left) edit.goOn(left)
            else edit.start(view.draft)
            route.set({ template: known.id })
        } else {
            about = null
            edit.start(null)
        }
        loaded = true
    }

    /** Lays the draft out over the term; a newer draft makes an answer on its way worthless. */
    $effect(() => {
        const draft = edit.draft
        const ofSession = session
        if (!withTerm || !loaded) return
        const abort = new AbortController()
        post(
            '/api/terms/{term}/placed',
            {
                path: { term: route.term },
                body: {
                    draft: { ...draft, id: draft.id || 'x', title: draft.title || 'x' },
                    session: ofSession,
                },
            },
            abort.signal,
        )
            .then((answer) => {
                placed = answer
                errors = []
            })
            .catch((e) => {
                if (abort.signal.aborted) return
                if (e instanceof Problem && e.errors.length > 0) errors = e.errors
                else campus.trouble = e.message
            })
        return () => abort.abort()
    })

    function fresh(brought?: Api['TemplateImported']) {
        leave()
        const left = brought ? undefined : leftTemplates.take(NEW)
        about = null
        leftOut = brought?.leftOut ?? []
        if (left) edit.goOn(left)
        else edit.start(null, brought?.draft ?? emptyTemplate())
        route.set({ template: '' })
    }

    function bring(file: File | undefined) {
        if (!file) return
        void campus.attempt(async () => fresh(await upload('/api/templates/cartridge', file)))
    }

    function take() {
        void campus.attempt(async () =>
            fresh(await get('/api/templates/from-shell', { query: { key: shellKey.trim() } })),
        )
    }

    function keep() {
        void campus.attempt(async () => {
            busy = true
            try {
                const body = { draft: edit.draft, basedOn: about?.number ?? 0, note }
                const kept = await post('/api/templates', { body })
                edit.start(edit.draft)
                await open(kept.about.id)
            } catch (e) {
                if (e instanceof Problem && e.errors.length > 0) errors = e.errors
                else throw e
            } finally {
                busy = false
            }
        })
    }

    function takeOut() {
        const gone = about
        if (!gone) return
        void campus.attempt(async () => {
            await remove('/api/templates/{id}', {
                path: { id: gone.id },
                query: { basedOn: gone.number },
            })
            edit.start(edit.draft)
            await open('')
        })
    }

    function add(act: () => void) {
        act()
        untrack(() => focusSpot())
    }

    function focusSpot() {
        const { unit, item } = edit.spot
        setTimeout(() => document.getElementById(item < 0 ? `unit-${unit}` : `item-${unit}-${item}`)?.focus())
    }

    function pressed(event: KeyboardEvent) {
        if (event.altKey && event.key === 'ArrowUp') add(() => edit.move(-1))
        else if (event.altKey && event.key === 'ArrowDown') add(() => edit.move(1))
        else {
            const at = event.target
            if (at instanceof HTMLInputElement || at instanceof HTMLTextAreaElement) {
                if (event.key === 'Escape') backToSheet()
                return
            }
            if (event.key === 'u') edit.undo()
            else if (event.key === 'U') edit.redo()
            return
        }
        event.preventDefault()
    }
</script>

<svelte:window onkeydown={pressed} />

{#snippet sheet()}
    <Parts />
    <div class="two">
        <section class="list" aria-label="Templates">
            <PickList
                items={list}
                id={(one) => one.id}
                chosen={about?.id}
                choose={(one) => void campus.attempt(() => open(one.id))}
            >
                {#snippet content(one)}
                    <b>{one.title}</b> <span class="mono soft block">{one.id}</span>
                    {#if leftTemplates.has(one.id)}<b class="chalk block">changed, not kept yet</b>{/if}
                {/snippet}
            </PickList>
            {#if !disabled}
                <p class="add">
                    <button class="plain" onclick={() => fresh()}
                        >A new template{leftTemplates.has(NEW) ? ', not kept yet' : ''}</button
                    >
                </p>
                <p class="add">
                    <button class="plain" onclick={() => picker?.click()}>Bring in a cartridge</button>
                    <input
                        bind:this={picker}
                        type="file"
                        accept=".imscc,.zip"
                        hidden
                        onchange={() => {
                            bring(picker?.files?.[0])
                            if (picker) picker.value = ''
                        }}
                    />
                </p>
                <form
                    class="add"
                    onsubmit={(e) => {
                        e.preventDefault()
                        take()
                    }}
                >
                    <label
                        ><span class="soft">Take what stands in a shell</span>
                        <input class="mono" placeholder="its code" bind:value={shellKey} /></label
                    >
                    <button class="plain" disabled={shellKey.trim() === ''}>take</button>
                </form>
            {/if}
        </section>
        {#if loaded}
            <section class="template" aria-label="The template">
                <h1 class="unseen">{edit.draft.title || 'A new template'}</h1>
                <div class="head">
                    <input
                        class="name"
                        aria-label="Title of the template"
                        placeholder="Title"
                        value={edit.draft.title}
                        {disabled}
                        autocomplete="off"
                        oninput={(e) => edit.set('title', e.currentTarget.value)}
                    />
                    <label>
                        <span class="soft">in layers it is called</span>
                        {#if about}<span class="mono">{edit.draft.id}</span>{:else}
                            <input
                                class="mono"
                                value={edit.draft.id}
                                {disabled}
                                autocomplete="off"
                                aria-invalid={errors.some((e) => e.field === 'id')}
                                oninput={(e) => edit.set('id', e.currentTarget.value)}
                            />
                        {/if}
                    </label>
                </div>
                <label class="told">
                    <span class="soft">told to the instructor</span>
                    <input
                        value={edit.draft.instruction}
                        {disabled}
                        oninput={(e) => edit.set('instruction', e.currentTarget.value)}
                    />
                </label>
                {#if !disabled}
                    <p class="acts">
                        <span>
                            <button class="plain" onclick={() => add(() => edit.addItem(kind))}>add</button>
                            <select aria-label="what to add" bind:value={kind}>
                                {#each KINDS as one (one)}<option value={one}>{one}</option>{/each}
                            </select>
                        </span>
                        <button class="plain" onclick={() => add(() => edit.addUnit())}>add a unit</button>
                        <button class="plain" onclick={() => add(() => edit.move(-1))}>up</button>
                        <button class="plain" onclick={() => add(() => edit.move(1))}>down</button>
                        <button class="plain" onclick={() => add(() => edit.remove())}>take out</button>
                    </p>
                {/if}
                <Outline {edit} {errors} {disabled} />
            </section>
        {/if}
    </div>
{/snippet}

{#snippet margin()}
    {#each errors as error, i (i)}<p class="brick" role="alert">■ {error.detail}</p>{/each}
    {#if leftOut.length > 0}
        <h2>Left out</h2>
        <ul>
            {#each leftOut as one, i (i)}<li>{one}</li>{/each}
        </ul>
    {/if}
    <Detail {edit} {disabled} />
    {#if placed && about}<Touched touched={placed.touched} changes={edit.changes} />{/if}
    {#if placed}<Placed {placed} {session} choose={(code) => (session = code)} />{/if}
    <Span />
{/snippet}

{#snippet footer()}
    {#if campus.may('CHANGE_TEMPLATES')}
        <button class="go" disabled={!edit.edited || errors.length > 0 || busy} onclick={keep}>Keep</button>
        {#if edit.edited}
            <label class="note"><span class="soft">with a note</span> <input bind:value={note} /></label>
            <button class="plain" disabled={edit.past.length === 0} onclick={() => edit.undo()}>Undo</button>
        {:else if about}
            <button class="plain" onclick={takeOut}>Take this template out</button>
        {/if}
        {#if edit.future.length > 0}<button class="plain" onclick={() => edit.redo()}>Redo</button>{/if}
    {/if}
    {#if about}
        <a href="/api/templates/{about.id}/cartridge">as a Common Cartridge</a>
        <span class="soft keys">
            Version {about.number}, {about.keptBy}, {instant(about.keptAt, campus.zone)}
        </span>
    {/if}
{/snippet}

<Screen {sheet} {margin} {footer} marginName="What is in it, and when" />

<style>
    .two {
        display: flex;
        flex: 1;
        min-height: 0;
    }
    .list {
        width: 230px;
        flex: none;
        background: var(--paper);
        border-right: 1px solid var(--hair);
        overflow: auto;
    }
    .block {
        display: block;
    }
    .add {
        padding: 9px 20px;
    }
    .add label input {
        width: 130px;
    }
    .add label span {
        display: block;
        font-size: 12.5px;
    }
    .template {
        flex: 1;
        min-width: 0;
        padding: 14px 20px;
        overflow: auto;
    }
    .head {
        display: flex;
        gap: 16px;
        align-items: baseline;
        flex-wrap: wrap;
    }
    .name {
        font: 600 21px var(--text);
        flex: 1;
        min-width: 200px;
    }
    .head .mono {
        width: 150px;
    }
    .told {
        display: flex;
        gap: 10px;
        margin-top: 8px;
        font-size: 13px;
        align-items: baseline;
    }
    .told input {
        flex: 1;
    }
    .acts {
        display: flex;
        gap: 16px;
        margin: 12px 0;
        font-size: 13px;
    }
    ul {
        margin: 4px 0 14px;
        padding-left: 18px;
        font-size: 13px;
    }
    .note input {
        width: 220px;
    }
    .keys {
        margin-left: auto;
    }
</style>
