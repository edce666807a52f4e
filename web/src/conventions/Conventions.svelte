<script lang="ts">
    import { onMount, untrack } from 'svelte'
    import { get, post, Problem, type Api, type FieldError } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { NO_TERM, place } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { count, instant, number } from '../frame/words'
    import { EDITABLE, standing, whenInWords, type Draft, type Setting } from './edits'
    import Effect from './Effect.svelte'
    import Field from './Field.svelte'
    import Stack from './Stack.svelte'

    let current = $state.raw<Api['ConventionsView'] | null>(null)
    let vocabulary = $state.raw<Api['ConventionsVocabulary'] | null>(null)
    let versions = $state.raw<Api['ConventionsAbout'][]>([])
    let matches = $state.raw<number[]>([])
    let draft = $state.raw<Draft>({})
    let past = $state.raw<Draft[]>([])
    let outcome = $state.raw<Api['ProofEffect'] | null>(null)
    let stale = $state(false)
    let errors = $state.raw<FieldError[]>([])
    let note = $state('')
    /** A file that is to take the place of all layers, not kept yet. */
    let file = $state.raw<{ name: string; text: string } | null>(null)
    let picker = $state<HTMLInputElement>()
    let busy = $state(false)

    const chosen = $derived(Number(place.params.layer ?? 0) || 0)
    const layer = $derived(current?.layers[chosen])
    const edited = $derived(file !== null || Object.keys(draft).length > 0)
    const settings = $derived<Setting[]>(vocabulary?.settings ?? [])
    const rest = $derived(settings.filter((s) => !(EDITABLE as readonly string[]).includes(s.key)))
    const withTerm = $derived(place.term !== NO_TERM && (campus.line?.sections ?? 0) > 0)
    const term = $derived(encodeURIComponent(place.term))

    onMount(() => void campus.attempt(load))

    async function load() {
        vocabulary ??= await get<Api['ConventionsVocabulary']>('/api/conventions/vocabulary')
        current = await get<Api['ConventionsView']>('/api/conventions')
        versions = await get<Api['ConventionsAbout'][]>('/api/conventions/versions')
    }

    $effect(() => {
        if (withTerm && current) {
            void campus.attempt(async () => {
                matches = await get<number[]>(`/api/terms/${term}/layers`)
            })
        }
    })

    /** Asks for the effect of the draft; a newer draft makes an answer on its way worthless. */
    $effect(() => {
        const asked = change(draft, chosen)
        if (!withTerm || !asked) return
        const abort = new AbortController()
        untrack(() => (stale = true))
        post<Api['ProofEffect']>(`/api/terms/${term}/effect`, asked, abort.signal)
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

    /** What is asked about and kept: the file, else the draft of the layer. */
    function change(set: Draft, index: number) {
        const basedOn = current?.about.number
        if (basedOn === undefined) return null
        return file ? { basedOn, file: file.text } : { basedOn, edit: { layer: index, set } }
    }

    async function bring(chosenFile: File | undefined) {
        if (!chosenFile) return
        const text = await chosenFile.text()
        draft = {}
        past = []
        file = { name: chosenFile.name, text }
        note = chosenFile.name
    }

    function edit(key: string, text: string | null) {
        past = [...past, draft]
        const next: Draft = { ...draft }
        const was = layer?.set[key]
        if (text === (was ?? null)) delete next[key]
        else next[key] = text
        draft = next
    }

    function undo() {
        file = null
        errors = []
        const before = past.at(-1)
        if (before === undefined) return
        draft = before
        past = past.slice(0, -1)
    }

    function choose(index: number) {
        if (edited) {
            campus.trouble =
                'Keep or undo what you changed in this layer first; nothing is lost until you do.'
            return
        }
        place.set({ layer: String(index), field: '' })
        past = []
    }

    function keep() {
        void campus.attempt(async () => {
            busy = true
            try {
                await post('/api/conventions/versions', { change: change(draft, chosen), note })
                draft = {}
                past = []
                file = null
                note = ''
                await load()
                await campus.refresh()
            } finally {
                busy = false
            }
        })
    }

    function pressed(event: KeyboardEvent) {
        const writing = event.target instanceof HTMLInputElement
        if (event.key === 'u' && !writing) undo()
        if (event.key === 'Escape' && writing) event.target.blur()
    }

    function lines(text: string): string[] {
        return text.split('\n')
    }

    function layerName(index: number): string {
        return current?.layers[index]?.name ?? ''
    }

    const hardField = $derived((place.params.field ?? 'title') as 'title')
</script>

<svelte:window onkeydown={pressed} />

{#snippet sheet()}
    <div class="two">
        {#if current}
            <Stack layers={current.layers} {matches} {chosen} {choose} />
        {/if}
        {#if current && layer && vocabulary}
            <section class="layer" aria-label="Layer {chosen + 1}">
                {#if file}
                    <p class="file">
                        <b>{file.name}</b> would take the place of all layers, overrides and cross-lists.
                    </p>
                {/if}
                <h1>{chosen + 1} {layer.name}</h1>
                <p>
                    {whenInWords(layer)}
                    {#if matches[chosen] !== undefined}<span class="soft"
                            >{count(matches[chosen], 'section')}</span
                        >{/if}
                </p>
                <div class="fields">
                    {#each EDITABLE as key (key)}
                        {@const setting = settings.find((s) => s.key === key)}
                        {#if setting}
                            <Field
                                {setting}
                                standing={standing(current.layers, chosen, setting)}
                                draft={draft[key]}
                                error={errors.find((e) => e.field === `set.${key}`)}
                                {layerName}
                                tokens={vocabulary.tokens}
                                focused={place.params.field === key}
                                disabled={!campus.mayChange || file !== null}
                                change={(text) => edit(key, text)}
                            />
                        {/if}
                    {/each}
                </div>
                {#if outcome && outcome.hard.length > 0}
                    <h2 class="small">On the hardest sections of this layer</h2>
                    <table class="hard">
                        <tbody>
                            {#each outcome.hard as one (one.key)}
                                <tr>
                                    <td>
                                        {one[hardField] ?? one.title}
                                        <span class="mono soft">{one.code}</span>
                                    </td>
                                    <td class={one.snags.length ? 'ochre' : 'soft'}>{one.why}</td>
                                </tr>
                            {/each}
                        </tbody>
                    </table>
                {/if}
                <details>
                    <summary>{count(rest.length, 'more setting')}, read only for now</summary>
                    <table class="more">
                        <tbody>
                            {#each rest as setting (setting.key)}
                                {@const holds = standing(current.layers, chosen, setting)}
                                <tr>
                                    <th scope="row">{setting.name}</th>
                                    <td class="mono">{holds.text || 'empty'}</td>
                                    <td class="soft">
                                        {holds.here
                                            ? 'set here'
                                            : holds.from >= 0
                                              ? `from ${holds.from + 1} ${layerName(holds.from)}`
                                              : 'unless set'}{layer.fix.includes(setting.key)
                                            ? ', fixed here'
                                            : ''}
                                    </td>
                                </tr>
                            {/each}
                        </tbody>
                    </table>
                </details>
                <details>
                    <summary>What a pattern may hold</summary>
                    <dl>
                        {#each vocabulary.tokens as token (token.name)}
                            <dt class="mono">{`{${token.name}}`}</dt>
                            <dd>{token.help}</dd>
                        {/each}
                        <dt class="mono">[ ]</dt>
                        <dd>left out, with all in it, when a token directly in it is empty</dd>
                        <dt class="mono">{'{title:cut 20}'}</dt>
                        <dd>a token with a modifier: {vocabulary.modifiers.join(', ')}</dd>
                    </dl>
                </details>
            </section>
        {/if}
    </div>
{/snippet}

{#snippet margin()}
    {#if edited && errors.length > 0}
        <h2>Not to be kept like this</h2>
        {#each errors as error (error.field)}
            {#each lines(error.detail) as line (line)}<p class="brick">{line}</p>{/each}
        {/each}
    {:else if edited && outcome}
        <Effect effect={outcome} {stale} />
    {:else if current}
        <h2>Versions</h2>
        <ol>
            {#each versions as version (version.number)}
                <li>
                    <b>{number(version.number)}</b>
                    {version.note || 'no note'}
                    <span class="soft">
                        {instant(version.keptAt, campus.zone)}, {version.keptBy},
                        <a href="/api/conventions/versions/{version.number}/file" target="_blank">as a file</a
                        >
                    </span>
                </li>
            {/each}
        </ol>
        <p class="soft hint">
            {withTerm
                ? 'Type in a field: what it would change is shown here before you keep it.'
                : 'Once a list has come in, what an edit would change is shown here.'}
        </p>
    {/if}
{/snippet}

{#snippet footer()}
    {#if campus.mayChange}
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
    .fields {
        margin-top: 12px;
        border-bottom: 1px solid var(--hair);
    }
    .small {
        font-size: 12px;
        font-weight: 600;
        color: var(--soft);
        margin: 16px 0 2px;
    }
    .hard td {
        border-top: 1px solid var(--faint);
        padding: 4px 12px 4px 0;
        vertical-align: baseline;
    }
    .hard td:last-child {
        width: 110px;
        font-size: 12.5px;
    }
    .hard .mono {
        display: block;
        font-size: 11.5px;
    }
    summary {
        cursor: pointer;
        color: var(--chalk);
        font-weight: 600;
        margin-top: 14px;
    }
    .more th,
    .more td {
        border-top: 1px solid var(--faint);
        padding: 4px 12px 4px 0;
        font-size: 13px;
        vertical-align: baseline;
    }
    dl {
        display: grid;
        grid-template-columns: 150px 1fr;
        gap: 4px 10px;
        margin: 8px 0;
        font-size: 13px;
    }
    dd {
        margin: 0;
    }
    ol {
        list-style: none;
        margin: 8px 0 0;
        padding: 0;
    }
    li {
        border-top: 1px solid var(--hair);
        padding: 6px 0;
    }
    li span {
        display: block;
        font-size: 12.5px;
    }
    li a {
        font-weight: 400;
        border-bottom-width: 1px;
    }
    .hint {
        margin-top: 14px;
    }
    .note input {
        width: 260px;
    }
    .keys {
        margin-left: auto;
    }
</style>
