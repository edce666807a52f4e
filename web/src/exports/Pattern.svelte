<script lang="ts">
    import { tick } from 'svelte'
    import { completion, explain, put, type Word } from '../conventions/complete'

    /** The pattern of a column or a file; words are offered as it is typed. */
    let {
        id,
        label,
        text,
        tokens,
        modifiers,
        wrong = '',
        disabled = false,
        placeholder = '',
        change,
        here = () => {},
    }: {
        id: string
        label: string
        text: string
        tokens: Word[]
        modifiers: Word[]
        wrong?: string
        disabled?: boolean
        placeholder?: string
        change: (text: string) => void
        here?: () => void
    } = $props()

    const OFFERED = 9
    let input: HTMLInputElement
    let cursor = $state(0)
    let writing = $state(false)
    let focused = $state(false)
    let pick = $state(0)

    const offer = $derived(writing ? completion(text, cursor, tokens, modifiers) : null)
    const options = $derived(offer?.options.slice(0, OFFERED) ?? [])
    const picked = $derived(Math.min(pick, options.length - 1))
    const help = $derived(focused && options.length === 0 ? explain(text, cursor, tokens, modifiers) : null)
    const seeCursor = () => (cursor = input.selectionStart ?? 0)

    function take(word: string) {
        if (!offer) return
        const done = put(text, offer, word)
        change(done.text)
        writing = false
        void tick().then(() => {
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
</script>

<div class="pattern">
    <input
        bind:this={input}
        {id}
        class="mono"
        value={text}
        {disabled}
        {placeholder}
        spellcheck="false"
        autocomplete="off"
        maxlength="2000"
        aria-label={label}
        aria-invalid={wrong !== ''}
        role="combobox"
        aria-expanded={options.length > 0}
        aria-controls="{id}-offer"
        aria-autocomplete="list"
        aria-activedescendant={options.length > 0 ? `${id}-offer-${picked}` : undefined}
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
            focused = true
            here()
        }}
        onblur={() => {
            focused = false
            writing = false
        }}
    />
    <ul id="{id}-offer" role="listbox" aria-label="words for {label}">
        {#each options as option, i (option.name)}
            <li
                id="{id}-offer-{i}"
                role="option"
                aria-selected={i === picked}
                onmousedown={(e) => {
                    e.preventDefault()
                    take(option.name)
                }}
            >
                <span class="mono">{option.name}</span> <span class="soft">{option.help}</span>
            </li>
        {/each}
    </ul>
    {#if help}
        <p class="under">
            <span class="mono chalk">{help.name}</span> <span class="soft">{help.help}</span>
        </p>
    {/if}
</div>

<style>
    .pattern {
        position: relative;
    }
    input {
        width: 100%;
    }
    input[aria-invalid='true'] {
        border-color: var(--brick);
    }
    ul,
    .under {
        position: absolute;
        z-index: 3;
        left: 0;
        top: 100%;
        min-width: 320px;
        list-style: none;
        margin: 2px 0 0;
        padding: 0;
        border-left: 3px solid var(--chalk);
        background: var(--paper);
        font-size: 12.5px;
        font-weight: 400;
    }
    ul:empty {
        display: none;
    }
    li {
        padding: 2px 8px;
        cursor: pointer;
        white-space: nowrap;
    }
    .under {
        padding: 2px 8px;
        white-space: nowrap;
    }
    li[aria-selected='true'] {
        background: var(--chalk-wash);
    }
</style>
