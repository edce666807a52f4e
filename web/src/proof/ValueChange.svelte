<script lang="ts">
    import { changeOf } from '../api/change'
    import { get, post, Problem, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { route } from '../frame/nav.svelte'
    import { count, words } from '../frame/words'
    import { weighed } from './snags'

    /** A value changed where it is seen: only for this shell, or in the layer that it came from. */
    let {
        shell,
        value,
        close,
        kept,
    }: { shell: Api['ProofShell']; value: Api['ProofValue']; close: () => void; kept: () => void } = $props()

    const from = $derived(value.why.filter((s) => s.taken).at(-1))
    const layer = $derived(from?.origin === 'LAYER' ? from : null)
    const own = $derived(from?.origin === 'OVERRIDE')

    let picked = $state<'here' | 'department' | 'layer' | null>(null)
    const where = $derived(picked ?? 'here')
    // svelte-ignore state_referenced_locally
    let text = $state(value.written)
    let setting = $state.raw<Api['ConventionsSettingView'] | null>(null)
    let outcome = $state.raw<Api['ProofEffect'] | null>(null)
    let trouble = $state('')
    let input = $state<HTMLInputElement | HTMLSelectElement>()

    const choices = $derived(
        setting?.kind === 'YES_NO' ? ['yes', 'no'] : setting?.kind === 'CHOICE' ? setting.choices : [],
    )
    const edited = $derived(text !== value.written)
    const basedOn = $derived(Number(shell.versions.split('.')[1]))
    const edit = (newText: string | null) =>
        changeOf(basedOn, {
            value: {
                setting: value.setting,
                value: newText,
                section: where === 'here' ? shell.lead : null,
                department: where === 'department' ? shell.departmentCode : null,
                layer: where === 'layer' && layer ? layer.index : -1,
            },
        })

    $effect(() => {
        get('/api/conventions/vocabulary')
            .then((v) => {
                setting = v.settings.find((s) => s.key === value.setting) ?? null
                input?.focus()
            })
            .catch((e: Error) => (trouble = e.message))
    })

    /** How many sections the wider scopes reach, so that nobody takes them by a slip. */
    let reach = $state.raw<{ department: number; layer: number } | null>(null)
    $effect(() => {
        const at = { path: { term: route.term } }
        const index = layer?.index ?? -1
        void Promise.all([get('/api/terms/{term}/facts', at), get('/api/terms/{term}/layers', at)])
            .then(([facts, layers]) => {
                const departments = facts.find((one) => one.condition === 'department')?.values ?? []
                const department = departments.find((one) => one.value === shell.departmentCode)
                reach = { department: department?.sections ?? 0, layer: layers[index] ?? 0 }
            })
            .catch(() => {})
    })

    function sections(scope: 'department' | 'layer'): string {
        return reach ? `: ${count(reach[scope], 'section')}` : ''
    }

    $effect(() => {
        const asked = edit(text)
        if (!edited) {
            outcome = null
            trouble = ''
            return
        }
        const abort = new AbortController()
        post('/api/terms/{term}/effect', { path: { term: route.term }, body: asked }, abort.signal)
            .then((answer) => {
                outcome = answer
                trouble = ''
            })
            .catch((e) => {
                if (abort.signal.aborted) return
                outcome = null
                trouble = e instanceof Problem ? e.message : String(e)
            })
        return () => abort.abort()
    })

    function keep(newText: string | null) {
        void campus.attempt(async () => {
            const note = `${value.name} of ${where === 'here' ? shell.label : where === 'department' ? shell.department : (layer?.name ?? '')}`
            await post('/api/conventions/versions', { body: { change: edit(newText), note } })
            close()
            kept()
        })
    }
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<form
    class="change"
    aria-label="Change {value.name}"
    onsubmit={(e) => {
        e.preventDefault()
        if (edited && outcome) keep(text)
    }}
    onkeydown={(e) => {
        if (e.key === 'Escape') {
            e.stopPropagation()
            close()
        }
    }}
>
    {#if choices.length > 0}
        <select bind:this={input} bind:value={text} aria-label={value.name}>
            {#each choices as choice (choice)}<option>{choice}</option>{/each}
        </select>
    {:else}
        <input
            bind:this={input}
            class="mono"
            bind:value={text}
            aria-label={value.name}
            aria-invalid={trouble !== ''}
            autocomplete="off"
            spellcheck="false"
        />
    {/if}
    <fieldset>
        <legend class="unseen">For which shells</legend>
        <label
            ><input type="radio" checked={where === 'here'} onchange={() => (picked = 'here')} /> only here</label
        >
        {#if shell.departmentCode}
            <label
                ><input
                    type="radio"
                    checked={where === 'department'}
                    onchange={() => (picked = 'department')}
                />
                for all of {shell.department}{sections('department')}</label
            >
        {/if}
        {#if layer}
            <label
                ><input type="radio" checked={where === 'layer'} onchange={() => (picked = 'layer')} /> in
                layer {layer.index + 1}, {layer.name}{sections('layer')}</label
            >
        {/if}
    </fieldset>
    <p aria-live="polite">
        {#if trouble}<span class="brick">■ {trouble}</span>
        {:else if outcome}
            Would change {count(outcome.shells, 'shell')}{outcome.standing > 0
                ? `, ${outcome.standing} of them standing`
                : ''}.
            {#each outcome.samples.filter((s) => s.key === shell.key && s.field === value.setting) as sample (sample.field)}
                <span class="after">{sample.after}</span>
            {/each}
            {#each outcome.snags.filter((s) => s.after > s.before) as snag (weighed(snag))}
                <b class={snag.stop ? 'brick' : 'ochre'}
                    >{words(snag.snag)}: {snag.after - snag.before} more.</b
                >
            {/each}
        {/if}
    </p>
    <p class="acts">
        <button class="go" disabled={!edited || !outcome}>Keep</button>
        {#if own}<button type="button" class="plain" onclick={() => keep(null)}>take the override out</button
            >{/if}
        <button type="button" class="plain" onclick={close}>leave it</button>
    </p>
</form>

<style>
    .change {
        background: var(--chalk-wash);
        border-left: 3px solid var(--chalk);
        padding: 7px 10px;
        display: grid;
        gap: 6px;
        margin-top: 4px;
    }
    fieldset {
        border: 0;
        margin: 0;
        padding: 0;
        display: grid;
        gap: 2px;
        font-size: 13px;
    }
    p {
        font-size: 12.5px;
    }
    .after {
        display: block;
        color: var(--moss);
        overflow-wrap: anywhere;
    }
    .acts {
        display: flex;
        gap: 16px;
        align-items: baseline;
    }
</style>
