<script lang="ts">
    import type { FieldError } from '../api/client'
    import { tokenAt, type Setting, type Standing } from './edits'

    /** One setting of a layer, typed as text; errors stand at their place under it. */
    let {
        setting,
        standing,
        draft,
        error,
        layerName,
        tokens,
        focused,
        disabled,
        change,
    }: {
        setting: Setting
        standing: Standing
        draft: string | null | undefined
        error: FieldError | undefined
        layerName: (index: number) => string
        tokens: { name: string; help: string }[]
        focused: boolean
        disabled: boolean
        change: (text: string | null) => void
    } = $props()

    let input: HTMLInputElement
    let cursor = $state(0)
    let here = $state(false)

    const text = $derived(draft === undefined || draft === null ? standing.text : draft)
    const setHere = $derived(draft === undefined ? standing.here : draft !== null)
    const token = $derived(setting.kind === 'PATTERN' ? tokenAt(text, cursor) : '')
    const help = $derived(tokens.find((t) => t.name === token))

    $effect(() => {
        if (focused) input.focus()
    })

    const seeCursor = () => (cursor = input.selectionStart ?? 0)
</script>

<div class="field">
    <label for="field-{setting.key}">{setting.name}</label>
    <div>
        <div class="typed">
            <input
                bind:this={input}
                id="field-{setting.key}"
                class="mono"
                class:inherited={!setHere}
                value={text}
                {disabled}
                spellcheck="false"
                autocomplete="off"
                aria-invalid={error !== undefined}
                aria-describedby="about-{setting.key}"
                oninput={(e) => {
                    change(e.currentTarget.value)
                    seeCursor()
                }}
                onkeyup={seeCursor}
                onclick={seeCursor}
                onfocus={() => {
                    here = true
                    seeCursor()
                }}
                onblur={() => (here = false)}
            />
        </div>
        {#if error && error.column > 0 && setting.kind === 'PATTERN'}
            <div class="place mono brick" aria-hidden="true">{' '.repeat(error.column - 1)}▲</div>
        {/if}
        <p id="about-{setting.key}" class="about" aria-live="polite">
            {#if error}
                <span class="brick">
                    ■ {error.column > 0 && setting.kind === 'PATTERN'
                        ? `Column ${error.column}: `
                        : ''}{error.detail}
                </span>
            {:else if standing.fixedIn >= 0}
                <span class="ochre"
                    >fixed in {standing.fixedIn + 1}
                    {layerName(standing.fixedIn)}; what is set here is ignored</span
                >
            {:else if draft !== undefined}
                <b class="chalk">{draft === null ? 'left to the layers above' : 'changed'}, not kept yet</b>
            {:else if standing.here}
                <span class="soft">set here</span>
            {:else}
                <span class="soft">
                    {standing.from >= 0
                        ? `from ${standing.from + 1} ${layerName(standing.from)}`
                        : 'unless set'}
                </span>
            {/if}
            {#if setHere && !disabled}
                <button class="plain small" onclick={() => change(null)}>leave it to the layers above</button>
            {/if}
            {#if help && here && !error}
                <span class="help"><span class="mono chalk">{`{${help.name}}`}</span> {help.help}</span>
            {/if}
        </p>
    </div>
</div>

<style>
    .field {
        display: grid;
        grid-template-columns: 92px minmax(0, 1fr);
        gap: 4px 12px;
        border-top: 1px solid var(--hair);
        padding: 9px 0 8px;
    }
    label {
        color: var(--soft);
        padding-top: 2px;
    }
    .typed {
        display: flex;
        gap: 14px;
        align-items: baseline;
    }
    input {
        flex: 1;
        min-width: 0;
        font-size: 14px;
    }
    input.inherited {
        border-bottom-style: dotted;
        color: var(--soft);
    }
    input[aria-invalid='true'] {
        border-color: var(--brick);
    }
    .small {
        margin-left: 12px;
        font-size: 12.5px;
        font-weight: 400;
        border-bottom-width: 1px;
        white-space: nowrap;
    }
    .place {
        white-space: pre;
        font-size: 14px;
        line-height: 1;
        overflow: hidden;
    }
    .about {
        font-size: 12.5px;
        margin-top: 3px;
        min-height: 17px;
    }
    .help {
        margin-left: 12px;
    }
</style>
