<script lang="ts">
    import type { Api } from '../api/client'
    import { follow, route } from '../frame/nav.svelte'
    import { count } from '../frame/words'
    import { sign, sum } from './changes'

    /** What a list changed against the one before, by department: at the registrar's, and in its shells. */
    let { changes, id }: { changes: Api['Changes'][]; id: number } = $props()

    const COLUMNS = [
        { name: 'in', sign: '+', class: 'moss', of: (d: Api['ChangeDepartment']) => d.sectionsIn },
        { name: 'out', sign: '−', class: 'brick', of: (d: Api['ChangeDepartment']) => d.sectionsOut },
        { name: 'changed', sign: '≠', class: 'ochre', of: (d: Api['ChangeDepartment']) => d.changed },
        { name: 'instr. in', sign: '+', class: 'moss', of: (d: Api['ChangeDepartment']) => d.instructorsIn },
        { name: 'out', sign: '−', class: 'brick', of: (d: Api['ChangeDepartment']) => d.instructorsOut },
        { name: 'adds', sign: '+', class: 'moss', of: (d: Api['ChangeDepartment']) => d.adds },
        { name: 'drops', sign: '−', class: 'brick', of: (d: Api['ChangeDepartment']) => d.drops },
        { name: 'new', sign: '+', class: 'moss', of: (d: Api['ChangeDepartment']) => d.builds },
        { name: 'differ', sign: '≠', class: 'ochre', of: (d: Api['ChangeDepartment']) => d.alters },
        { name: 'no more', sign: '−', class: 'brick', of: (d: Api['ChangeDepartment']) => d.leaves },
    ]
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions -->
<div class="scroll" tabindex="0" role="region" aria-label="By department" onclick={follow}>
    {#each changes as term (term.term)}
        <table>
            <caption>{term.termName}</caption>
            <thead>
                <tr>
                    <td></td>
                    <th scope="colgroup" colspan="7">At the registrar's: sections, people</th>
                    <th scope="colgroup" colspan="3" class="shells">Their shells</th>
                </tr>
                <tr>
                    <th scope="col">Department</th>
                    {#each COLUMNS as column, i (i)}
                        <th scope="col" class="num" class:shells={i === 7}>{column.name}</th>
                    {/each}
                </tr>
            </thead>
            <tbody>
                {#each term.departments as row (row.code)}
                    <tr>
                        <th scope="row">
                            <a
                                href={route.href('arrivals', {
                                    id: String(id),
                                    of: term.term,
                                    department: row.code,
                                })}>{row.name}</a
                            >
                        </th>
                        {#each COLUMNS as column, i (i)}
                            <td class="num {column.class}" class:shells={i === 7}
                                >{sign(column.of(row), column.sign)}</td
                            >
                        {/each}
                    </tr>
                {/each}
            </tbody>
            <tfoot>
                <tr>
                    <th scope="row">{count(term.departments.length, 'department')}</th>
                    {#each COLUMNS as column, i (i)}
                        <td class="num {column.class}" class:shells={i === 7}
                            >{sign(sum(term.departments, column.of), column.sign)}</td
                        >
                    {/each}
                </tr>
            </tfoot>
        </table>
    {/each}
</div>

<style>
    .scroll {
        margin-top: 10px;
        flex: 1;
        min-height: 0;
        overflow: auto;
    }
    caption {
        text-align: left;
        font-weight: 600;
        padding-bottom: 4px;
    }
    table {
        width: 100%;
        margin-bottom: 18px;
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
    }
    td.num,
    th.num {
        text-align: right;
    }
    thead th,
    thead td {
        border: 0;
        background: var(--sheet);
    }
    .shells {
        border-left: 1px solid var(--hair);
    }
    tbody th {
        white-space: normal;
        font-weight: 400;
    }
    tfoot th,
    tfoot td {
        position: sticky;
        bottom: 0;
        background: var(--sheet);
        border-top: 1px solid var(--hair);
        font-weight: 700;
        color: inherit;
    }
</style>
