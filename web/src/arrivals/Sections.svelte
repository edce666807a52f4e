<script lang="ts">
    import type { Api } from '../api/client'
    import { follow, route } from '../frame/nav.svelte'
    import { count } from '../frame/words'
    import { effect, fact, moves } from './changes'

    /** The sections of a department of which anything changed: at the registrar's, and beside it what that does to shells. */
    let { sections, term }: { sections: Api['ChangeSectionChange'][]; term: string } = $props()

    /** More names than these are looked at when somebody asks for them. */
    const FEW = 4
    const KINDS = {
        in: { mark: '+', says: 'new', class: 'moss' },
        out: { mark: '−', says: 'no longer listed', class: 'brick' },
        changed: { mark: '≠', says: 'changed', class: 'ochre' },
    } as const

    function kind(section: Api['ChangeSectionChange']) {
        return KINDS[section.kind as keyof typeof KINDS]
    }

    function students(section: Api['ChangeSectionChange']): string {
        if (section.kind === 'out') return count(section.studentsBefore, 'student')
        if (section.kind === 'in' || section.studentsBefore === section.studentsAfter)
            return count(section.studentsAfter, 'student')
        return `${section.studentsBefore} → ${count(section.studentsAfter, 'student')}`
    }
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions -->
<div class="scroll" tabindex="0" role="region" aria-label="Sections that changed" onclick={follow}>
    <table>
        <thead>
            <tr>
                <th scope="col">Section</th>
                <th scope="col">At the registrar's</th>
                <th scope="col">Its shell</th>
            </tr>
        </thead>
        <tbody>
            {#each sections as section (section.section)}
                {@const is = kind(section)}
                <tr>
                    <th scope="row">
                        {section.label}
                        <span class="soft">{section.title}</span>
                    </th>
                    <td>
                        {#if section.kind !== 'changed'}
                            <b class={is.class}><span aria-hidden="true">{is.mark}</span> {is.says}</b>
                        {/if}
                        {#each section.facts as one (one.what)}
                            <p>
                                <span class="soft">{fact(one.what)}</span>
                                <del>{one.before || 'nothing'}</del> → {one.after || 'nothing'}
                            </p>
                        {/each}
                        {#each moves(section) as move (move.word)}
                            <p>
                                {#if move.names.length > FEW}
                                    <details>
                                        <summary
                                            >{move.mark}
                                            {count(move.names.length, 'student')}
                                            {move.word}</summary
                                        >
                                        {move.names.join(', ')}
                                    </details>
                                {:else}
                                    {move.mark}
                                    {move.names.join(', ')} <span class="soft">{move.word}</span>
                                {/if}
                            </p>
                        {/each}
                        {#if section.kind === 'changed' && section.facts.length + section.people.length === 0}
                            <p class="soft">nothing of its own</p>
                        {/if}
                        <p class="soft">{students(section)}</p>
                    </td>
                    <td>
                        {#if section.shell && section.action}
                            <a class="mono" href={route.href('proof', { key: section.shellKey ?? '' }, term)}
                                >{section.shell}</a
                            >
                        {:else if section.shell}
                            <span class="mono">{section.shell}</span>
                        {/if}
                        <p
                            class:brick={section.shell !== null &&
                                (section.action === null || section.action === 'close')}
                        >
                            {effect(section)}
                        </p>
                        {#each section.values as value (value.field)}
                            <p>
                                <span class="soft">{value.name}</span>
                                <del>{value.before || 'nothing'}</del> → {value.after || 'nothing'}
                            </p>
                        {/each}
                    </td>
                </tr>
            {/each}
        </tbody>
    </table>
</div>

<style>
    .scroll {
        margin-top: 10px;
        flex: 1;
        min-height: 0;
        overflow: auto;
    }
    table {
        width: 100%;
        table-layout: fixed;
    }
    th,
    td {
        padding: 6px 16px 6px 0;
        border-top: 1px solid var(--hair);
        text-align: left;
        vertical-align: top;
        overflow-wrap: anywhere;
    }
    thead th {
        position: sticky;
        top: 0;
        background: var(--sheet);
        border: 0;
    }
    th:first-child {
        width: 26%;
    }
    tbody th {
        font-weight: 600;
        font-size: 14px;
        color: var(--ink);
    }
    tbody th span {
        display: block;
        font-weight: 400;
    }
    p {
        margin: 0;
        font-size: 13.5px;
    }
    del {
        text-decoration-color: var(--brick);
    }
    summary {
        cursor: pointer;
        min-height: 24px;
    }
</style>
