<script lang="ts">
    import type { Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { count } from '../frame/words'
    import type { Table } from './table.svelte'

    /** A field that finds sections by course, person or reference number, and puts the chosen one on the table. */
    let { table, label, choose }: { table: Table; label: string; choose: (section: string) => void } =
        $props()

    let text = $state('')
    let found = $state.raw<Api['CrossListFound'][]>([])
    let at = $state(0)
    const id = $props.id()

    $effect(() => {
        const asked = text.trim()
        if (asked.length < 2) {
            found = []
            return
        }
        const abort = new AbortController()
        table
            .find(asked, abort.signal)
            .then((answer) => {
                found = answer
                at = 0
            })
            .catch((e) => {
                if (!abort.signal.aborted) campus.trouble = e.message
            })
        return () => abort.abort()
    })

    function take(section: Api['CrossListFound'] | undefined) {
        if (!section) return
        choose(section.id)
        text = ''
    }

    function pressed(event: KeyboardEvent) {
        if (event.key === 'ArrowDown') at = Math.min(found.length - 1, at + 1)
        else if (event.key === 'ArrowUp') at = Math.max(0, at - 1)
        else if (event.key === 'Enter') take(found[at])
        else if (event.key === 'Escape' && text !== '') text = ''
        else return
        event.preventDefault()
        event.stopPropagation()
    }
</script>

<span class="find">
    <input
        role="combobox"
        aria-label={label}
        aria-expanded={found.length > 0}
        aria-controls="{id}-list"
        aria-activedescendant={found.length > 0 ? `${id}-${at}` : undefined}
        autocomplete="off"
        placeholder={label}
        bind:value={text}
        onkeydown={pressed}
    />
    <ul id="{id}-list" role="listbox" aria-label="Sections found" hidden={found.length === 0}>
        {#each found as section, i (section.id)}
            <!-- svelte-ignore a11y_click_events_have_key_events -->
            <li
                id="{id}-{i}"
                role="option"
                aria-selected={i === at}
                class:on={i === at}
                onclick={() => take(section)}
            >
                <b>{section.name}</b>
                {section.title}
                <span class="soft">
                    {[section.instructors, section.about, count(section.students, 'student')]
                        .filter(Boolean)
                        .join(', ')}{section.crossList ? `, in cross-list ${section.crossList}` : ''}
                </span>
            </li>
        {/each}
    </ul>
</span>

<style>
    .find {
        position: relative;
        display: inline-block;
    }
    input {
        width: 290px;
        max-width: 100%;
    }
    ul {
        position: absolute;
        right: 0;
        z-index: 3;
        list-style: none;
        margin: 2px 0 0;
        padding: 0;
        width: 430px;
        max-width: 90vw;
        max-height: 320px;
        overflow: auto;
        background: var(--sheet);
        border: 1px solid var(--hair);
    }
    li {
        padding: 5px 12px;
        border-top: 1px solid var(--faint);
        cursor: pointer;
        font-size: 13px;
    }
    li span {
        display: block;
        font-size: 12px;
    }
    li.on {
        background: var(--chalk-wash);
    }
</style>
