<script lang="ts">
    import { onMount } from 'svelte'
    import { get, post, remove, uploadResults, type Api } from '../api/client'
    import Parts from '../build/Parts.svelte'
    import type { Word } from '../conventions/complete'
    import { again } from '../frame/again'
    import { campus } from '../frame/campus.svelte'
    import { route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { count, number } from '../frame/words'
    import Ask from '../parts/Ask.svelte'
    import ColumnPane from './ColumnPane.svelte'
    import Columns from './Columns.svelte'
    import GivesBack from './GivesBack.svelte'
    import { leftProfiles, ProfileEdit, wrongAt } from './profile.svelte'
    import Said from './Said.svelte'
    import Written from './Written.svelte'

    /** What stands, written as files for an LMS that takes uploads: the sheet is defined on its own rows. */
    const edit = new ProfileEdit()
    let profiles = $state.raw<Api['ExportProfile'][]>([])
    let written = $state.raw<Api['ExportOne'][]>([])
    let preview = $state.raw<Api['ExportPreview'] | null>(null)
    let tokens = $state.raw<Word[]>([])
    let modifiers = $state.raw<Word[]>([])
    /** The column that is looked at; -1 for none. */
    let at = $state(-1)
    let find = $state('')
    let loaded = $state(false)
    let asking = $state(false)
    let picker = $state<HTMLInputElement>()
    /** Whether a sheet that was brought back is still being read. */
    let reading = false
    const watch = again(look, 500)

    /** What is typed before the profiles are known would be lost. */
    const disabled = $derived(!loaded || !campus.may('EXPORT'))
    const wrong = $derived(preview?.wrong ?? [])
    const nameless = $derived(edit.draft.name.trim() === '')
    const named = $derived(wrong.filter((one) => one.path !== 'profile'))

    onMount(() => {
        void campus.attempt(async () => {
            modifiers = (await get('/api/conventions/vocabulary')).modifiers
            await list()
            choose(route.params.profile ?? '')
            loaded = true
        })
        return () => {
            watch.end()
            if (loaded) edit.leave()
        }
    })

    async function list() {
        profiles = await get('/api/exports/profiles')
        await look()
    }

    /** Asks again while something is being written. */
    async function look() {
        written = await get('/api/exports/terms/{term}', { path: { term: route.term } })
        const read = written.some((one) => one.came.some(({ state }) => state === 'READING'))
        // what failed is wanted again
        if (reading && !read) await campus.refresh()
        reading = read
        if (read || written.some((one) => one.state === 'WRITING')) watch.later()
    }

    function choose(id: string) {
        if (loaded) edit.leave()
        const known = profiles.find((one) => String(one.id) === id) ?? profiles[0] ?? null
        edit.start(id === 'new' ? null : known)
        at = -1
        route.set({ profile: edit.kept ? String(edit.kept.id) : id === 'new' ? 'new' : '' })
    }

    $effect(() => {
        const rows = edit.draft.rows
        get('/api/exports/tokens/{rows}', { path: { rows } })
            .then((words) => (tokens = words))
            .catch((e) => (campus.trouble = e.message))
    })

    /** A newer draft makes an answer on its way worthless. */
    $effect(() => {
        // rows can be looked at before anybody thought of a name
        const body = { draft: { ...edit.draft, name: edit.draft.name.trim() || 'sheet' }, find }
        if (!loaded) return
        const abort = new AbortController()
        post('/api/exports/terms/{term}/preview', { path: { term: route.term }, body }, abort.signal)
            .then((looked) => {
                // while something is typed, the rows stay as they were last
                preview = looked.wrong.length > 0 && preview ? { ...preview, wrong: looked.wrong } : looked
            })
            .catch((e) => {
                if (!abort.signal.aborted) campus.trouble = e.message
            })
        return () => abort.abort()
    })

    function keep() {
        void campus.attempt(async () => {
            const body = { id: edit.kept?.id ?? 0, basedOn: edit.kept?.version ?? 0, draft: edit.draft }
            const kept = await post('/api/exports/profiles', { body })
            edit.settle()
            await list()
            choose(String(kept.id))
        })
    }

    function takeOut() {
        asking = false
        void campus.attempt(async () => {
            if (edit.kept) await remove('/api/exports/profiles/{id}', { path: { id: edit.kept.id } })
            edit.settle()
            await list()
            choose('')
        })
    }

    function read(file: File) {
        void campus.attempt(async () => {
            const body = { name: file.name, yaml: await file.text() }
            const draft = await post('/api/exports/profiles/file', { body })
            edit.leave()
            edit.start(null, draft)
            at = -1
            route.set({ profile: 'new' })
        })
    }

    function write(differences: boolean) {
        void campus.attempt(async () => {
            const profile = edit.kept?.id
            if (profile) {
                const path = { term: route.term }
                await post('/api/exports/terms/{term}', { path, body: { profile, differences } })
                await look()
            }
        })
    }

    function bundle(form: 'ONEROSTER_1_1' | 'ONEROSTER_1_2', differences: boolean) {
        void campus.attempt(async () => {
            await post('/api/exports/terms/{term}/bundles', {
                path: { term: route.term },
                body: { form, differences },
            })
            await look()
        })
    }

    function bring(one: Api['ExportOne'], file: File) {
        void campus.attempt(async () => {
            await uploadResults(one.id, file)
            reading = true
            await look()
        })
    }

    function passed(one: Api['ExportOne']) {
        void campus.attempt(async () => {
            await post('/api/exports/{id}/passed', { path: { id: one.id } })
            await look()
        })
    }

    function pressed(event: KeyboardEvent) {
        const typing = event.target instanceof HTMLElement && event.target.matches('input, textarea, select')
        if (event.key === 'Escape') at = -1
        if (typing || event.ctrlKey || event.metaKey || event.altKey) return
        if (event.key === 'u' && edit.undoable) edit.undo()
        if (event.key === '/') {
            event.preventDefault()
            document.getElementById('find-rows')?.focus()
        }
    }

    const rowsSay = $derived.by(() => {
        if (preview === null) return ''
        const { rows, made, all, shells, standing } = preview
        const some =
            all && rows.length === made ? count(made, 'row') : `the first ${number(rows.length)} rows`
        return `${some} of ${count(shells, 'shell')} that ${
            standing
                ? shells === 1
                    ? 'stands'
                    : 'stand'
                : 'the proof would build; nothing of this term stands yet'
        }`
    })
    const leftSay = $derived.by(() => {
        if (preview === null) return ''
        const of = preview.all ? '' : ` of the first ${number(preview.made)}`
        const why = preview.rows.find((row) => row.leftOut !== null)?.leftOut
        return `${number(preview.leftOut)}${of} would be left out${why ? `, such as: ${why}` : ''}`
    })
</script>

<svelte:window onkeydown={pressed} />

{#snippet sheet()}
    <Parts />
    <div class="name">
        <h1 class="unseen">Files for an LMS that takes uploads</h1>
        {#if profiles.length > 0}
            <select
                aria-label="profile"
                value={edit.kept ? String(edit.kept.id) : 'new'}
                onchange={(e) => choose(e.currentTarget.value)}
            >
                {#each profiles as one (one.id)}<option value={String(one.id)}
                        >{one.name}{leftProfiles.has(String(one.id)) ? ', changed' : ''}</option
                    >{/each}
                {#if !disabled}<option value="new">a new profile</option>{/if}
            </select>
        {/if}
        <input
            class="called"
            aria-label="name of the profile"
            placeholder="name of the profile"
            value={edit.draft.name}
            {disabled}
            maxlength="200"
            oninput={(e) => edit.change('name', { name: e.currentTarget.value })}
        />
        {#if wrongAt(wrong, 'profile')}<span class="brick">■ {wrongAt(wrong, 'profile')}</span>{/if}
        <span class="acts">
            {#if !disabled}
                <button class="plain" onclick={() => picker?.click()}>Read it from a file</button>
                <input
                    class="unseen"
                    tabindex="-1"
                    aria-label="the file of a profile"
                    type="file"
                    accept=".yaml,.yml"
                    bind:this={picker}
                    onchange={(e) => {
                        const file = e.currentTarget.files?.[0]
                        e.currentTarget.value = ''
                        if (file) read(file)
                    }}
                />
            {/if}
            {#if edit.kept}
                <a href="/api/exports/profiles/{edit.kept.id}/file" download>Take it as a file</a>
                {#if !disabled}<button class="plain" onclick={() => (asking = true)}>Take it out …</button
                    >{/if}
            {/if}
        </span>
    </div>
    <Said {edit} wrong={named} {tokens} {modifiers} {disabled} />
    <div class="find">
        <input
            id="find-rows"
            bind:value={find}
            placeholder="find by code or title"
            aria-label="find rows by code or title"
        />
        <span class="soft" role="status"
            >{rowsSay}
            {#if preview && preview.leftOut > 0}<b class="ochre">▲ {leftSay}</b>{/if}</span
        >
    </div>
    <Columns {edit} {preview} {wrong} {tokens} {modifiers} {disabled} bind:at />
{/snippet}

{#snippet margin()}
    {#if at >= 0}<ColumnPane {edit} bind:at {tokens} {disabled} />{/if}
    <section aria-label="Written">
        <h2>Written of this term</h2>
        <ol>
            {#each written as one (one.id)}
                <Written {one} bring={(file) => bring(one, file)} passed={() => passed(one)} />
            {:else}
                <li class="soft">nothing yet</li>
            {/each}
        </ol>
        {#if !disabled}
            <h3 class="bundle">OneRoster bundle of what stands</h3>
            <p>
                <button class="plain" onclick={() => bundle('ONEROSTER_1_1', false)}>1.1</button>
                <button class="plain" onclick={() => bundle('ONEROSTER_1_2', false)}>1.2</button>
                <button class="plain" onclick={() => bundle('ONEROSTER_1_1', true)}>1.1, differences</button>
                <button class="plain" onclick={() => bundle('ONEROSTER_1_2', true)}>1.2, differences</button>
            </p>
        {/if}
    </section>
    <GivesBack {edit} {wrong} {disabled} />
{/snippet}

{#snippet footer()}
    {#if !disabled}
        {#if edit.changed}
            <button class="go" disabled={wrong.length > 0 || nameless} onclick={keep}>Keep the profile</button
            >
            {#if edit.undoable}<button class="plain" onclick={() => edit.undo()}>Undo</button>{/if}
            {#if wrong.length > 0}<span class="soft">{count(wrong.length, 'thing')} to put right first</span
                >{/if}
        {:else if edit.kept && preview?.standing}
            <button class="go" onclick={() => write(true)}>Write what is different</button>
            <button class="plain" onclick={() => write(false)}>Write all of it</button>
        {:else}
            <span class="soft">Nothing of this term stands yet; build it, then it can be written.</span>
        {/if}
    {/if}
    <span class="soft keys"
        ><kbd>/</kbd> find <kbd>Alt</kbd><kbd>←</kbd> move the column <kbd>u</kbd> undo <kbd>?</kbd> keys</span
    >
{/snippet}

<Screen {sheet} {margin} {footer} marginName="The column, and what was written" />

{#if asking && edit.kept}
    <Ask
        question="Take {edit.kept.name} out?"
        more="What was written by it stays, and can still be fetched; what went through of it is not known to a new profile."
        yes="Take it out"
        agree={takeOut}
        close={() => (asking = false)}
    />
{/if}

<style>
    .name {
        display: flex;
        flex-wrap: wrap;
        gap: 4px 18px;
        align-items: baseline;
        padding: 14px 20px 4px;
    }
    .called {
        font-size: 18px;
        font-weight: 700;
        width: 20ch;
    }
    .acts {
        display: flex;
        gap: 14px;
        margin-left: auto;
    }
    .find {
        display: flex;
        gap: 16px;
        align-items: baseline;
        padding: 8px 20px 10px;
        border-top: 1px solid var(--hair);
    }
    ol {
        list-style: none;
        margin: 4px 0 0;
        padding: 0;
    }
    .bundle {
        margin-top: 16px;
    }
    .bundle + p {
        display: flex;
        gap: 14px;
        margin-top: 4px;
    }
    .keys {
        margin-left: auto;
    }
</style>
