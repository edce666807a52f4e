<script lang="ts">
    import { OUTCOMES } from './outcomes'
    import { sheet, type Row } from './sheet.svelte'

    /** Why a row is what it is, and what may be done about it. */
    let { row }: { row: Row } = $props()

    let field = $state('department')
    let text = $state('')

    const is = $derived(OUTCOMES[row.outcome])
    const standing = $derived(row.standing)
    const out = $derived(sheet.out.has(row.number))

    function heading(column: number): string {
        if (column < 0) return 'the row'
        return sheet.judged?.columns[column]?.name ?? `column ${column + 1}`
    }

    /** The same choice for every row of its kind. */
    function all(change: boolean) {
        for (const one of sheet.judged?.rows ?? []) {
            if (one.outcome === row.outcome && one.differs.length > 0) {
                if (change) sheet.change.add(one.number)
                else sheet.change.delete(one.number)
            }
        }
    }
</script>

<h2>Row {row.number + 1}: <span class={is.class}>{is.mark} {is.says}</span></h2>
{#if row.label}<p class="mono">{row.label}</p>{/if}
{#if standing}
    <p>
        Stands as <b>{standing.label}</b>
        {standing.title}, {standing.own ? 'a section of our own' : "on the registrar's list"}.
    </p>
{/if}

{#each row.remarks as remark (remark)}
    <p class="remark" class:wrong={remark.weight === 'WRONG'}>
        <b class={remark.weight === 'WRONG' ? 'brick' : 'ochre'}
            >{remark.weight === 'WRONG' ? '■' : '▲'} {heading(remark.column)}:</b
        >
        {remark.says}
    </p>
    {#if remark.choices.length > 0}
        <ul>
            {#each remark.choices as choice (choice.text)}
                <li>
                    <button class="plain" onclick={() => sheet.put(row.number, remark.column, choice.text)}
                        >{choice.meaning}</button
                    >
                </li>
            {/each}
        </ul>
    {/if}
{/each}

{#if row.differs.length > 0}
    <h3>{row.outcome === 'OTHERWISE' ? 'Which is right?' : 'What differs'}</h3>
    <table>
        <thead
            ><tr><th scope="col">field</th><th scope="col">stands</th><th scope="col">sheet says</th></tr
            ></thead
        >
        <tbody>
            {#each row.differs as one (one.what)}
                <tr><th scope="row">{one.what}</th><td>{one.before || 'nothing'}</td><td>{one.after}</td></tr>
            {/each}
        </tbody>
    </table>
    {#if row.readable && !out}
        <fieldset>
            <legend class="unseen">What becomes of it</legend>
            <label
                ><input
                    type="radio"
                    name="decision"
                    checked={!sheet.change.has(row.number)}
                    onchange={() => sheet.change.delete(row.number)}
                /> leave it as it stands</label
            >
            <label
                ><input
                    type="radio"
                    name="decision"
                    checked={sheet.change.has(row.number)}
                    onchange={() => sheet.change.add(row.number)}
                /> change it to what the sheet says</label
            >
        </fieldset>
        <p>
            <button class="plain" onclick={() => all(true)}>Change all of this kind</button>
            <button class="plain" onclick={() => all(false)}>Leave all of them</button>
        </p>
        {#if standing && !standing.own && sheet.change.has(row.number)}
            <p class="soft">
                Course and number stay as the registrar has them. What the sheet says holds until it is taken
                out again under sections of our own.
            </p>
        {/if}
    {/if}
{/if}

{#if standing && row.outcome !== 'WRONG'}
    <p>
        <button class="plain" onclick={() => sheet.toggle(sheet.another, row.number)}
            >It is another section</button
        >
    </p>
{:else if sheet.another.has(row.number)}
    <p>
        <button class="plain" onclick={() => sheet.toggle(sheet.another, row.number)}
            >It is the one that stands</button
        >
    </p>
{/if}

{#if row.earlier.length > 0}
    <h3>Before</h3>
    {#each row.earlier as one (one.term)}
        <p>{one.title} stood in <b>{one.term}</b> as <span class="mono">{one.label}</span>.</p>
    {/each}
    {#if row.outcome === 'NEW'}
        <label
            ><input
                type="checkbox"
                checked={sheet.previous.has(row.number)}
                onchange={() => sheet.toggle(sheet.previous, row.number)}
            /> start its shell from the earlier one</label
        >
    {/if}
{/if}

<form
    class="all"
    onsubmit={(e) => {
        e.preventDefault()
        sheet.sayOfAll(field, text)
        text = ''
    }}
>
    <h3>The same for all rows that say nothing of it</h3>
    <select aria-label="Field" bind:value={field}>
        {#each sheet.columns as may (may.key)}<option value={may.key}>{may.name}</option>{/each}
    </select>
    <input aria-label="What all rows say" bind:value={text} size="16" maxlength="4000" />
    <button class="plain" disabled={text.trim() === ''}>Put it there</button>
</form>

<p class="last">
    <button class="plain" onclick={() => sheet.toggle(sheet.out, row.number)}
        >{out ? 'Take it in again' : 'Take this row out'}</button
    >
    <kbd>Space</kbd>
</p>
<p class="soft">
    <kbd>Enter</kbd> corrects the cell, <kbd>←</kbd><kbd>→</kbd> go from cell to cell. A cell takes a paste of many.
</p>

<style>
    p,
    fieldset,
    table {
        margin-top: 8px;
    }
    h3 {
        margin-top: 16px;
    }
    ul {
        list-style: none;
        padding: 0 0 0 14px;
        margin: 4px 0 0;
    }
    li {
        padding: 3px 0;
    }
    td,
    tbody th {
        padding: 4px 8px 4px 0;
        border-top: 1px solid var(--hair);
        vertical-align: top;
        overflow-wrap: anywhere;
        font-size: 13px;
    }
    fieldset {
        border: 0;
        padding: 0;
    }
    label {
        display: block;
        padding: 3px 0;
    }
    .all {
        margin-top: 18px;
    }
    .all select,
    .all input {
        min-height: 28px;
        margin-right: 8px;
    }
    p button {
        margin-right: 12px;
        min-height: 24px;
    }
    .last {
        margin-top: 18px;
    }
</style>
