<script lang="ts">
    import { tick } from 'svelte'
    import type { FieldError } from '../api/client'
    import { completion, explain, put } from './complete'
    import type { Setting, Standing } from './edits'

    /** One setting of a layer, typed as text; errors stand at their place under it. */
    let {
        setting,
        standing,
        draft,
        error,
        layerName,
        tokens,
        modifiers,
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
        modifiers: { name: string; help: string }[]
        focused: boolean
        disabled: boolean
        change: (text: string | null) => void
    } = $props()

    let input: HTMLInputElement
    let cursor = $state(0)
    let here = $state(false)
    /** Whether something was typed since the field was entered, so that words are offered. */
    let writing = $state(false)
    let pick = $state(0)
    const OFFERED = 8

    const text = $derived(draft === undefined || draft === null ? standing.text : draft)
    const setHere = $derived(draft === undefined ? standing.here : draft !== null)
    const pattern = $derived(setting.kind === 'PATTERN' && !disabled)
    const help = $derived(pattern ? explain(text, cursor, tokens, modifiers) : null)
    const offer = $derived(pattern && writing ? completion(text, cursor, tokens, modifiers) : null)
    const options = $derived(offer?.options.slice(0, OFFERED) ?? [])
    const picked = $derived(Math.min(pick, options.length - 1))

    $effect(() => {
        if (focused) input.focus()
    })

    function take(word: string) {
        if (!offer) return
        const done = put(text, offer, word)
        change(done.text)
        writing = false
        tick().then(() => {
            input.focus()
            input.setSelectionRange(done.cursor, done.cursor)
            cursor = done.cursor
        })
    }

    function pressed(event: KeyboardEvent) {
        if (options.length === 0) return
        const option = options[picked]
        if (event.key === 'ArrowDown') pick = (picked + 1) % options.length
        else if (event.key === 'ArrowUp') pick = (picked + options.length - 1) % options.length
        else if ((event.key === 'Enter' || event.key === 'Tab') && option) take(option.name)
        else if (event.key === 'Escape') {
            writing = false
            event.stopPropagation()
        } else return
        event.preventDefault()
    }

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
                role={setting.kind === 'PATTERN' ? 'combobox' : undefined}
                aria-expanded={setting.kind === 'PATTERN' ? options.length > 0 : undefined}
                aria-controls={setting.kind === 'PATTERN' ? `offer-${setting.key}` : undefined}
                aria-autocomplete={setting.kind === 'PATTERN' ? 'list' : undefined}
                aria-activedescendant={options.length > 0 ? `offer-${setting.key}-${picked}` : undefined}
                oninput={(e) => {
                    change(e.currentTarget.value)
                    writing = true
                    pick = 0
                    seeCursor()
                }}
                onkeydown={pressed}
                onkeyup={seeCursor}
                onclick={seeCursor}
                onfocus={() => {
                    here = true
                    seeCursor()
                }}
                onblur={() => {
                    here = false
                    writing = false
                }}
            />
        </div>
        {#if setting.kind === 'PATTERN'}
            <ul id="offer-{setting.key}" class="offer" role="listbox" aria-label="words for {setting.name}">
                {#each options as option, i (option.name)}
                    <li
                        id="offer-{setting.key}-{i}"
                        role="option"
                        aria-selected={i === picked}
                        onmousedown={(e) => {
                            e.preventDefault()
                            take(option.name)
                        }}
                    >
                        <span class="mono">{option.name}</span>
                        <span class="soft">{option.help}</span>
                    </li>
                {/each}
            </ul>
        {/if}
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
                <span class="help"><span class="mono chalk">{help.name}</span> {help.help}</span>
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
    .offer {
        list-style: none;
        margin: 2px 0 0;
        padding: 0;
        border-left: 3px solid var(--chalk);
        background: var(--paper);
    }
    .offer:empty {
        display: none;
    }
    .offer li {
        display: grid;
        grid-template-columns: 140px 1fr;
        padding: 1px 8px;
        cursor: pointer;
        font-size: 12.5px;
    }
    .offer li[aria-selected='true'] {
        background: var(--chalk-wash);
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
