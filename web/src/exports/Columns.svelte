<script lang="ts">
    import type { Api } from '../api/client'
    import type { Word } from '../conventions/complete'
    import Pattern from './Pattern.svelte'
    import { wrongAt, type ProfileEdit } from './profile.svelte'

    /** The sheet as the LMS gets it: above each column what it is called and what stands in it, below it real rows. */
    let {
        edit,
        preview,
        wrong,
        tokens,
        modifiers,
        disabled,
        at = $bindable(),
    }: {
        edit: ProfileEdit
        preview: Api['ExportPreview'] | null
        wrong: Api['ExportWrong'][]
        tokens: Word[]
        modifiers: Word[]
        disabled: boolean
        at: number
    } = $props()

    /** In pixels, at least. */
    const WIDTH = 264
    const ADD = 240

    const columns = $derived(edit.draft.columns)
    // rows of another number of columns were made before the last edit
    const rows = $derived((preview?.rows ?? []).filter((row) => row.cells.length === columns.length))

    function add() {
        at = edit.add(columns.length - 1)
        setTimeout(() => document.getElementById(`heading-${at}`)?.focus())
    }

    function pressed(event: KeyboardEvent, i: number) {
        if (!event.altKey || (event.key !== 'ArrowLeft' && event.key !== 'ArrowRight')) return
        event.preventDefault()
        at = edit.move(i, event.key === 'ArrowLeft' ? -1 : 1)
        setTimeout(() => document.getElementById(`heading-${at}`)?.focus())
    }
</script>

<div class="scroll">
    <!-- of a width that follows from nothing but the columns: what moves while it is pressed is not pressed -->
    <table style:width="max(100%, {columns.length * WIDTH + ADD}px)">
        <thead>
            <tr>
                {#each columns as column, i (i)}
                    <th scope="col" class:at={i === at}>
                        <input
                            id="heading-{i}"
                            class="heading"
                            value={column.heading}
                            {disabled}
                            placeholder="heading"
                            maxlength="200"
                            aria-label="heading of column {i + 1}"
                            aria-invalid={wrongAt(wrong, `columns/${i}/heading`) !== ''}
                            oninput={(e) => edit.column(i, { heading: e.currentTarget.value })}
                            onfocus={() => (at = i)}
                            onkeydown={(e) => pressed(e, i)}
                        />
                        <Pattern
                            id="value-{i}"
                            label="what stands in {column.heading || `column ${i + 1}`}"
                            text={column.value}
                            wrong={wrongAt(wrong, `columns/${i}/value`)}
                            {tokens}
                            {modifiers}
                            {disabled}
                            placeholder="text and &#123;tokens&#125;"
                            change={(value) => edit.column(i, { value })}
                            here={() => (at = i)}
                        />
                        {#each ['heading', 'value', 'longest'] as part (part)}
                            {@const says = wrongAt(wrong, `columns/${i}/${part}`)}
                            {#if says}<p class="brick">■ {says}</p>{/if}
                        {/each}
                    </th>
                {/each}
                {#if !disabled}
                    <th class="add"><button class="plain" onclick={add}>Add a column</button></th>
                {/if}
            </tr>
        </thead>
        <tbody>
            {#each rows as row, n (n)}
                <tr class:out={row.leftOut !== null} title={row.leftOut ?? undefined}>
                    {#each row.cells as cell, i (i)}<td class:at={i === at} title={cell}>{cell}</td>{/each}
                    {#if !disabled}
                        <td class="why"
                            >{#if row.leftOut}<b class="brick">■ left out:</b> {row.leftOut}{/if}</td
                        >
                    {/if}
                </tr>
            {/each}
        </tbody>
    </table>
</div>

<style>
    .scroll {
        flex: 1;
        min-height: 0;
        overflow: auto;
        padding: 0 20px 20px;
    }
    table {
        table-layout: fixed;
    }
    th {
        vertical-align: top;
        padding: 8px 14px 8px 8px;
        border-left: 3px solid transparent;
        position: sticky;
        top: 0;
        background: var(--sheet);
        z-index: 1;
    }
    th.at {
        border-left-color: var(--chalk);
        z-index: 2;
    }
    th p {
        font-size: 12.5px;
        margin-top: 4px;
        max-width: 34ch;
    }
    .heading {
        width: 100%;
        font-weight: 700;
        font-size: 14px;
        color: var(--ink);
        border-bottom-style: dotted;
        margin-bottom: 5px;
    }
    .heading[aria-invalid='true'] {
        border-color: var(--brick);
    }
    .add {
        width: 240px;
        white-space: nowrap;
    }
    td {
        border-top: 1px solid var(--hair);
        padding: 3px 14px 3px 11px;
        white-space: nowrap;
        overflow: hidden;
        text-overflow: ellipsis;
    }
    td.at {
        background: var(--faint);
    }
    .out td {
        color: var(--soft);
        text-decoration: line-through;
    }
    .out .why {
        text-decoration: none;
    }
</style>
