<script lang="ts">
    import { campus } from '../frame/campus.svelte'
    import { sheet } from './sheet.svelte'

    /** What was recognized of how the sheet is written, each correctable where it stands. */
    const DELIMITERS = { COMMA: 'commas', SEMICOLON: 'semicolons', TAB: 'tabs', BAR: 'bars' } as const
    const HEADINGS_WITHIN = 10

    const read = $derived(sheet.read)
    const judged = $derived(sheet.judged)

    function as(written: Parameters<typeof sheet.writtenAs>[0]) {
        void campus.attempt(() => sheet.writtenAs(written))
    }
</script>

{#if read && judged}
    <p class="written">
        {#if read.leaves.length > 0}
            <label
                >Sheet
                <select value={read.leaf} onchange={(e) => as({ leaf: e.currentTarget.value })}>
                    {#each read.leaves as leaf (leaf)}<option>{leaf}</option>{/each}
                </select></label
            >
        {/if}
        {#if read.encoding}
            <label
                >Written in
                <select value={read.encoding} onchange={(e) => as({ encoding: e.currentTarget.value })}>
                    {#each read.encodings as one (one)}<option>{one}</option>{/each}
                </select></label
            >
        {/if}
        {#if read.delimiter}
            <label
                >parted by
                <select
                    value={read.delimiter}
                    onchange={(e) => as({ delimiter: e.currentTarget.value as keyof typeof DELIMITERS })}
                >
                    {#each Object.entries(DELIMITERS) as [key, name] (key)}<option value={key}>{name}</option
                        >{/each}
                </select></label
            >
        {/if}
        <label
            >headings
            <select value={judged.header} onchange={(e) => sheet.setHeader(Number(e.currentTarget.value))}>
                <option value={-1}>in no row</option>
                {#each { length: Math.min(HEADINGS_WITHIN, sheet.rows.length) }, i (i)}<option value={i}
                        >in row {i + 1}</option
                    >{/each}
            </select></label
        >
        <label class:ochre={!judged.daysSure}
            >{judged.daysSure ? '' : '▲ '}1/2/2027 is
            <select
                value={judged.days}
                onchange={(e) => sheet.setDays(e.currentTarget.value as typeof judged.days)}
            >
                <option value="DAY_FIRST">1 February</option>
                <option value="MONTH_FIRST">2 January</option>
            </select></label
        >
        {#if judged.remembered}<span class="soft">columns as they were said the last time</span>{/if}
    </p>
{/if}

<style>
    .written {
        display: flex;
        flex-wrap: wrap;
        gap: 4px 18px;
        align-items: baseline;
        margin-top: 6px;
        font-size: 13.5px;
    }
    select {
        min-height: 24px;
    }
</style>
