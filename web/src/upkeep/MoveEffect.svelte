<script lang="ts">
    import type { Api } from '../api/client'
    import { count, number } from '../frame/words'

    /** What a move does to shells and categories, with counts that add up. */
    let { effect }: { effect: Api['MoveEffect'] } = $props()

    const MOST = 14
</script>

{#each effect.unmatched as reason (reason)}
    <p class="brick">■ {reason}</p>
{/each}
<p>
    <b>{count(effect.shells, 'shell')} would change</b>, {number(effect.standing)} of them standing: {effect.fields
        .slice(0, 6)
        .map((field) => `${field.name} of ${number(field.shells)}`)
        .join(', ')}.
</p>
{#if effect.categories.length > 0}
    <table>
        <caption class="unseen">Shells by category, before and after</caption>
        <thead>
            <tr><th scope="col">Category</th><th scope="col">before</th><th scope="col">after</th></tr>
        </thead>
        <tbody>
            {#each effect.categories.slice(0, MOST) as one (one.path)}
                <tr>
                    <th scope="row" title={one.path}>{one.path}</th>
                    <td>{number(one.before)}</td>
                    <td class={one.after === 0 ? 'ochre' : ''}
                        >{one.after === 0 ? '▲ 0' : number(one.after)}</td
                    >
                </tr>
            {/each}
            {#if effect.categories.length > MOST}
                <tr>
                    <th scope="row"
                        >{count(effect.categories.length - MOST, 'other category', 'other categories')}</th
                    >
                    <td>{number(effect.categories.slice(MOST).reduce((sum, one) => sum + one.before, 0))}</td>
                    <td>{number(effect.categories.slice(MOST).reduce((sum, one) => sum + one.after, 0))}</td>
                </tr>
            {/if}
            <tr class="sum">
                <th scope="row">all of the term</th>
                <td>{number(effect.before)}</td>
                <td>{number(effect.after)}</td>
            </tr>
        </tbody>
    </table>
{/if}

<style>
    p {
        margin-top: 10px;
    }
    table {
        width: 100%;
        margin-top: 8px;
        border-collapse: collapse;
        table-layout: fixed;
        font-size: 13px;
    }
    th {
        text-align: left;
        font-weight: 400;
        overflow: hidden;
        text-overflow: ellipsis;
        white-space: nowrap;
        direction: rtl;
        unicode-bidi: plaintext;
    }
    thead th {
        font-size: 12px;
    }
    thead th:not(:first-child),
    td {
        width: 58px;
        text-align: right;
        font-variant-numeric: tabular-nums;
    }
    th,
    td {
        border-top: 1px solid var(--faint);
        padding: 3px 0;
    }
    .sum th,
    .sum td {
        border-top: 1px solid var(--ink);
        font-weight: 600;
    }
</style>
