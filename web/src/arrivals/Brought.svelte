<script lang="ts">
    import type { Api } from '../api/client'
    import { number } from '../frame/words'

    /** What a list brought against the one before, by department. */
    let { rows }: { rows: Api['DepartmentTallyRow'][] } = $props()

    const most = $derived(Math.max(1, ...rows.map((r) => r.sections)))
    const total = $derived({
        sections: sum((r) => r.sections),
        students: sum((r) => r.students),
        cameIn: sum((r) => r.cameIn),
        wentOut: sum((r) => r.wentOut),
        otherwise: sum((r) => r.otherwise),
        adds: sum((r) => r.adds),
        drops: sum((r) => r.drops),
    })

    function sum(of: (row: Api['DepartmentTallyRow']) => number): number {
        return rows.reduce((all, row) => all + of(row), 0)
    }

    function change(n: number, sign: string): string {
        return n === 0 ? '' : sign + number(n)
    }
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div class="scroll" tabindex="0" role="region" aria-label="By department">
    <table>
        <thead>
            <tr>
                <th scope="col">Department</th>
                <th scope="col" class="num">Sections</th>
                <th scope="col"><span class="unseen">as a bar</span></th>
                <th scope="col" class="num">in</th>
                <th scope="col" class="num">out</th>
                <th scope="col" class="num">changed</th>
                <th scope="col" class="num">Students</th>
                <th scope="col" class="num">adds</th>
                <th scope="col" class="num">drops</th>
            </tr>
        </thead>
        <tbody>
            {#each rows as row (row.id)}
                <tr>
                    <th scope="row">{row.department} <span class="soft">{row.college}</span></th>
                    <td class="num">{number(row.sections)}</td>
                    <td class="bar" aria-hidden="true"
                        ><i style:width="{(100 * row.sections) / most}%"></i></td
                    >
                    <td class="num moss">{change(row.cameIn, '+')}</td>
                    <td class="num brick">{change(row.wentOut, '−')}</td>
                    <td class="num ochre">{change(row.otherwise, '≠')}</td>
                    <td class="num">{number(row.students)}</td>
                    <td class="num moss">{change(row.adds, '+')}</td>
                    <td class="num brick">{change(row.drops, '−')}</td>
                </tr>
            {/each}
        </tbody>
        <tfoot>
            <tr>
                <th scope="row">All of it</th>
                <td class="num">{number(total.sections)}</td>
                <td></td>
                <td class="num moss">{change(total.cameIn, '+')}</td>
                <td class="num brick">{change(total.wentOut, '−')}</td>
                <td class="num ochre">{change(total.otherwise, '≠')}</td>
                <td class="num">{number(total.students)}</td>
                <td class="num moss">{change(total.adds, '+')}</td>
                <td class="num brick">{change(total.drops, '−')}</td>
            </tr>
        </tfoot>
    </table>
</div>

<style>
    .scroll {
        margin-top: 12px;
        flex: 1;
        min-height: 0;
        overflow: auto;
    }
    th,
    td {
        padding: 3px 0 3px 12px;
        border-top: 1px solid var(--faint);
        text-align: left;
        white-space: nowrap;
    }
    th:first-child {
        padding-left: 0;
        width: 46%;
    }
    td.num,
    th.num {
        text-align: right;
    }
    thead th {
        position: sticky;
        top: 0;
        background: var(--sheet);
        border: 0;
    }
    tbody th {
        white-space: normal;
        overflow-wrap: anywhere;
    }
    tbody th,
    tfoot th {
        font-size: 14px;
        font-weight: 600;
        color: var(--ink);
    }
    tbody th span {
        font-weight: 400;
        font-size: 12.5px;
        margin-left: 6px;
    }
    .bar {
        width: 90px;
    }
    .bar i {
        display: block;
        height: 7px;
        background: var(--chalk);
    }
    tfoot th,
    tfoot td {
        position: sticky;
        bottom: 0;
        background: var(--sheet);
        border-top: 1px solid var(--hair);
        font-weight: 700;
    }
</style>
