<script lang="ts">
    import type { Api } from '../api/client'
    import { wrongAt, type ProfileEdit } from './profile.svelte'

    /** How the sheet is read that the LMS gives back. */
    let { edit, wrong, disabled }: { edit: ProfileEdit; wrong: Api['ExportWrong'][]; disabled: boolean } =
        $props()

    const results = $derived(edit.draft.results)
    const headings = $derived(edit.draft.columns.map((one) => one.heading).filter(Boolean))
    const unmatched = $derived(headings.filter((one) => !(one in (results?.match ?? {}))))
    const PARTS = ['match', 'outcome', 'passed', 'reason'] as const

    function say(to: Partial<Api['ExportResults']>) {
        if (results) edit.change(`results ${Object.keys(to).join()}`, { results: { ...results, ...to } })
    }

    function gives(back: boolean) {
        const first = headings[0]
        edit.change('', {
            results: back
                ? { match: first ? { [first]: '' } : {}, outcome: '', passed: ['ok'], reason: '' }
                : null,
        })
    }

    function match(column: string, there: string | null) {
        if (!results) return
        const now = Object.entries(results.match).filter(([one]) => one !== column)
        say({ match: Object.fromEntries(there === null ? now : [...now, [column, there]]) })
    }
</script>

<section aria-label="What comes back">
    <h2>What comes back</h2>
    <label
        ><input
            type="checkbox"
            checked={results !== null}
            {disabled}
            onchange={(e) => gives(e.currentTarget.checked)}
        />
        the LMS gives a sheet back that says what came of each row</label
    >
    {#if results}
        <p>Rows are known by</p>
        <ul>
            {#each Object.entries(results.match) as [column, there] (column)}
                <li>
                    <b>{column}</b>, there called
                    <input
                        aria-label="heading there for {column}"
                        value={there}
                        placeholder={column}
                        {disabled}
                        oninput={(e) => match(column, e.currentTarget.value)}
                    />
                    {#if !disabled}
                        <button class="plain" aria-label="not by {column}" onclick={() => match(column, null)}
                            >not by it</button
                        >
                    {/if}
                </li>
            {/each}
        </ul>
        {#if unmatched.length > 0 && !disabled}
            <select
                aria-label="a further column that rows are known by"
                value=""
                onchange={(e) => match(e.currentTarget.value, '')}
            >
                <option value="">and by …</option>
                {#each unmatched as heading (heading)}<option>{heading}</option>{/each}
            </select>
        {/if}
        <p>
            <label
                >What came of it stands under <input
                    value={results.outcome}
                    placeholder="a heading"
                    {disabled}
                    oninput={(e) => say({ outcome: e.currentTarget.value })}
                /></label
            >
        </p>
        <p>
            <label
                >It went through where that says <input
                    value={results.passed.join(', ')}
                    placeholder="ok, done"
                    {disabled}
                    oninput={(e) =>
                        say({
                            passed: e.currentTarget.value
                                .split(',')
                                .map((one) => one.trim())
                                .filter(Boolean),
                        })}
                /></label
            >
        </p>
        <p>
            <label
                >Why not stands under <input
                    value={results.reason}
                    placeholder="a heading, if it says"
                    {disabled}
                    oninput={(e) => say({ reason: e.currentTarget.value })}
                /></label
            >
        </p>
        {#each PARTS as part (part)}
            {@const says = wrongAt(wrong, `results/${part}`)}
            {#if says}<p class="brick">■ {says}</p>{/if}
        {/each}
    {/if}
</section>

<style>
    section {
        border-top: 1px solid var(--hair);
        margin-top: 20px;
        padding: 10px 0 14px;
    }
    p {
        margin-top: 8px;
    }
    p input,
    li input {
        width: 18ch;
    }
    ul {
        list-style: none;
        margin: 2px 0 4px;
        padding: 0;
    }
    li {
        padding: 2px 0;
    }
</style>
