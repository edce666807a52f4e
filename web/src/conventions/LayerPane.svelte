<script lang="ts">
    import type { Api, FieldError } from '../api/client'
    import { route } from '../frame/nav.svelte'
    import { count } from '../frame/words'
    import Choice from './Choice.svelte'
    import Conditions from './Conditions.svelte'
    import { EDITABLE, standing, type Setting } from './edits'
    import Field from './Field.svelte'
    import type { Drafted, StackDraft } from './stack.svelte'

    /** The chosen layer: for which sections it is and what it sets. */
    let {
        stack,
        layer,
        vocabulary,
        facts,
        sections,
        errors,
        hard,
        disabled,
    }: {
        stack: StackDraft
        layer: Drafted
        vocabulary: Api['ConventionsVocabulary']
        facts: Api['ProofFacts'][]
        sections: number | undefined
        errors: FieldError[]
        hard: Api['ProofEdgeCase'][]
        disabled: boolean
    } = $props()

    const at = $derived(`layers.${stack.chosen}`)
    const settings = $derived<Setting[]>(vocabulary.settings)
    const rest = $derived(settings.filter((s) => !(EDITABLE as readonly string[]).includes(s.key)))
    const hardField = $derived((route.params.field ?? 'title') as 'title')
    const last = $derived(stack.layers.length - 1)

    const errorOf = (what: string) => errors.find((e) => e.field === `${at}.${what}`)
    const layerName = (index: number) => stack.layers[index]?.name ?? ''
</script>

<h1 class="unseen">{stack.chosen + 1} {layer.name}</h1>
<div class="head">
    <span class="mono soft" aria-hidden="true">{stack.chosen + 1}</span>
    <input
        class="name"
        aria-label="Name of the layer"
        value={layer.name}
        {disabled}
        autocomplete="off"
        oninput={(e) => stack.rename(e.currentTarget.value)}
    />
    {#if sections !== undefined}<span class="soft">{count(sections, 'section')}</span>{/if}
    {#if layer.off}<b class="ochre">off</b>{/if}
</div>
<Conditions
    when={layer.when}
    conditions={vocabulary.conditions}
    {facts}
    error={(key) => errorOf(`when.${key}`)?.detail}
    {disabled}
    change={(when) => stack.when(when)}
/>
{#if !disabled}
    <p class="acts">
        <button class="plain" disabled={stack.chosen === 0} onclick={() => stack.move(-1)}>up</button>
        <button class="plain" disabled={stack.chosen === last} onclick={() => stack.move(1)}>down</button>
        <button class="plain" onclick={() => stack.copy()}>copy</button>
        <button class="plain" onclick={() => stack.switchOff(!layer.off)}
            >{layer.off ? 'switch on' : 'switch off'}</button
        >
        <button class="plain" onclick={() => stack.remove()}>take out</button>
    </p>
{/if}
<div class="fields">
    {#each EDITABLE as key (key)}
        {@const setting = settings.find((s) => s.key === key)}
        {#if setting}
            <Field
                {setting}
                standing={standing(stack.layers, stack.chosen, setting)}
                draft={stack.changed(layer, key)}
                error={errorOf(`set.${key}`)}
                {layerName}
                tokens={vocabulary.tokens}
                modifiers={vocabulary.modifiers}
                focused={route.params.field === key}
                {disabled}
                change={(text) => stack.set(key, text)}
            />
        {/if}
    {/each}
</div>
{#if hard.length > 0}
    <h2 class="small">On the hardest sections of this layer</h2>
    <table class="hard">
        <tbody>
            {#each hard as one (one.key)}
                <tr>
                    <td>{one[hardField] ?? one.title} <span class="mono soft">{one.code}</span></td>
                    <td class={one.snags.length ? 'ochre' : 'soft'}>{one.why}</td>
                </tr>
            {/each}
        </tbody>
    </table>
{/if}
<details open={rest.some((s) => s.key in layer.set && stack.changed(layer, s.key) !== undefined)}>
    <summary>{count(rest.length, 'more setting')}</summary>
    <table>
        <tbody>
            {#each rest as setting (setting.key)}
                <Choice
                    {setting}
                    standing={standing(stack.layers, stack.chosen, setting)}
                    draft={stack.changed(layer, setting.key)}
                    error={errorOf(`set.${setting.key}`)?.detail}
                    fixed={layer.fix.includes(setting.key)}
                    {layerName}
                    {disabled}
                    change={(text) => stack.set(setting.key, text)}
                    fix={(fixed) => stack.fix(setting.key, fixed)}
                />
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
        <dd>a token with a modifier: {vocabulary.modifiers.map((m) => m.name).join(', ')}</dd>
    </dl>
</details>

<style>
    .head {
        display: flex;
        gap: 10px;
        align-items: baseline;
        margin-bottom: 6px;
    }
    .name {
        font: 600 21px var(--text);
        flex: 1;
        min-width: 0;
        max-width: 420px;
    }
    .acts {
        display: flex;
        gap: 16px;
        margin-top: 8px;
    }
    .acts button {
        font-size: 13px;
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
</style>
