<script lang="ts">
    import { campus } from '../frame/campus.svelte'
    import { number } from '../frame/words'
    import { download } from '../api/client'

    /**
     * Bars of parts of a whole, that read without colour: the first part is solid, the second hatched, the third an
     * outline; and the numbers behind them, to take away.
     */
    let {
        title,
        parts,
        rows,
        heading = 'name',
    }: {
        title: string
        /** What each part of a bar is. */
        parts: string[]
        rows: { name: string; values: number[] }[]
        /** What the names are, in the table that is taken away. */
        heading?: string
    } = $props()

    const most = $derived(
        Math.max(1, ...rows.map((row) => row.values.reduce((sum, value) => sum + value, 0))),
    )

    function take() {
        void campus.attempt(() =>
            download(
                '/api/sheets/xlsx',
                {
                    name: title.slice(0, 60),
                    columns: [heading, ...parts],
                    rows: rows.map((row) => [row.name, ...row.values.map(String)]),
                },
                `${title}.xlsx`,
            ),
        )
    }
</script>

<figure>
    <figcaption>
        <b>{title}</b>
        {#if parts.length > 1}
            {#each parts as part, i (part)}<span class="key"
                    ><i class="part p{i}" aria-hidden="true"></i>{part}</span
                >{/each}
        {/if}
        <button class="plain" onclick={take}>XLSX</button>
    </figcaption>
    <table>
        <caption class="unseen">{title}</caption>
        <thead class="unseen">
            <tr
                ><th scope="col">{heading}</th>{#each parts as part (part)}<th scope="col">{part}</th
                    >{/each}</tr
            >
        </thead>
        <tbody>
            {#each rows as row (row.name)}
                <tr>
                    <th scope="row" title={row.name}>{row.name}</th>
                    {#each row.values as value, i (i)}
                        <td>
                            {#if value > 0}<span
                                    class="bar"
                                    style:width="{(150 * value) / most}px"
                                    aria-hidden="true"
                                >
                                    <i class="part p{i}"></i>
                                </span>{/if}
                            <span class="n">{number(value)}</span>
                        </td>
                    {/each}
                </tr>
            {/each}
        </tbody>
    </table>
</figure>

<style>
    figure {
        margin: 0;
        break-inside: avoid;
    }
    figcaption {
        display: flex;
        gap: 14px;
        align-items: baseline;
        padding-bottom: 4px;
        border-bottom: 1px solid var(--hair);
    }
    figcaption button {
        margin-left: auto;
        font-size: 12px;
    }
    .key {
        display: inline-flex;
        gap: 5px;
        align-items: center;
        font-size: 12px;
    }
    .key .part {
        width: 14px;
    }
    tr {
        display: flex;
        align-items: center;
        height: 21px;
    }
    th {
        width: 150px;
        flex: none;
        overflow: hidden;
        text-overflow: ellipsis;
        white-space: nowrap;
        text-align: left;
        font-weight: 400;
        font-size: 13px;
        color: var(--ink);
    }
    td {
        display: flex;
        align-items: center;
        gap: 4px;
        padding: 0 8px 0 0;
    }
    .bar {
        display: block;
    }
    .part {
        display: block;
        height: 11px;
        border: 1px solid var(--chalk);
    }
    .p0 {
        background: var(--chalk);
    }
    .p1 {
        background: repeating-linear-gradient(135deg, var(--chalk) 0 1.5px, transparent 1.5px 5px);
    }
    .n {
        font-size: 12px;
        color: var(--soft);
        font-variant-numeric: tabular-nums;
    }
    @media print {
        figcaption button {
            display: none;
        }
        .part {
            print-color-adjust: exact;
        }
    }
</style>
