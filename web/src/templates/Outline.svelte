<script lang="ts">
    import type { FieldError } from '../api/client'
    import { count } from '../frame/words'
    import { EVERY_WEEK, KINDS, type TemplateEdit } from './template.svelte'

    /** The outline of a template as a table that is written in; what the pen is on is acted on. */
    let { edit, errors, disabled }: { edit: TemplateEdit; errors: FieldError[]; disabled: boolean } = $props()

    const path = (unit: number, item: number, field: string) =>
        `${unit === EVERY_WEEK ? 'everyWeek' : `units.${unit}.items`}.${item}.${field}`
    const wrong = (field: string) => errors.some((e) => e.field === field)

    function on(unit: number, item: number) {
        edit.spot = { unit, item }
    }
</script>

{#snippet items(unit: number)}
    {#each edit.items(unit) as item, i (i)}
        <tr class:on={edit.spot.unit === unit && edit.spot.item === i} onfocusin={() => on(unit, i)}>
            <td class="kind">
                <select
                    aria-label="kind"
                    value={item.kind}
                    {disabled}
                    onchange={(e) => edit.setItem(unit, i, 'kind', e.currentTarget.value)}
                >
                    {#each KINDS as kind (kind)}<option>{kind}</option>{/each}
                </select>
            </td>
            <td>
                <input
                    aria-label="title of the item"
                    id="item-{unit}-{i}"
                    value={item.title}
                    {disabled}
                    aria-invalid={wrong(path(unit, i, 'title'))}
                    autocomplete="off"
                    oninput={(e) => edit.setItem(unit, i, 'title', e.currentTarget.value)}
                />
            </td>
            <td class="points">
                <input
                    aria-label="points"
                    value={item.points}
                    {disabled}
                    inputmode="decimal"
                    aria-invalid={wrong(path(unit, i, 'points'))}
                    autocomplete="off"
                    oninput={(e) => edit.setItem(unit, i, 'points', e.currentTarget.value)}
                />
            </td>
            <td class="due">
                <input
                    class="mono"
                    aria-label="due"
                    value={item.due}
                    {disabled}
                    spellcheck="false"
                    aria-invalid={wrong(path(unit, i, 'due'))}
                    autocomplete="off"
                    oninput={(e) => edit.setItem(unit, i, 'due', e.currentTarget.value)}
                />
            </td>
        </tr>
    {/each}
{/snippet}

<table>
    <thead>
        <tr
            ><th scope="col">kind</th><th scope="col">title</th><th scope="col">points</th><th scope="col"
                >due</th
            ></tr
        >
    </thead>
    {#each edit.draft.units as unit, u (u)}
        <tbody>
            <tr
                class="unit"
                class:on={edit.spot.unit === u && edit.spot.item < 0}
                onfocusin={() => on(u, -1)}
            >
                <td class="kind soft">unit</td>
                <td colspan="2">
                    <input
                        aria-label="title of the unit"
                        id="unit-{u}"
                        value={unit.title}
                        {disabled}
                        aria-invalid={wrong(`units.${u}.title`)}
                        autocomplete="off"
                        oninput={(e) => edit.setUnit(u, 'title', e.currentTarget.value)}
                    />
                </td>
                <td class="soft">{count(unit.items.length, 'item')}</td>
            </tr>
            {@render items(u)}
        </tbody>
    {/each}
    <tbody>
        <tr
            class="unit"
            class:on={edit.spot.unit === EVERY_WEEK && edit.spot.item < 0}
            onfocusin={() => on(EVERY_WEEK, -1)}
        >
            <td class="kind soft">every week</td>
            <td colspan="2">
                <input
                    aria-label="title of the unit of a week"
                    id="unit--1"
                    value={edit.draft.weekTitle}
                    {disabled}
                    autocomplete="off"
                    oninput={(e) => edit.set('weekTitle', e.currentTarget.value)}
                />
            </td>
            <td class="soft">{count(edit.draft.everyWeek.length, 'item')}</td>
        </tr>
        {@render items(EVERY_WEEK)}
    </tbody>
</table>

<style>
    td {
        border-top: 1px solid var(--faint);
        padding: 3px 12px 3px 0;
        vertical-align: baseline;
    }
    tr td:first-child {
        border-left: 3px solid transparent;
        padding-left: 8px;
    }
    tr.on td {
        background: var(--chalk-wash);
    }
    tr.on td:first-child {
        border-left-color: var(--chalk);
    }
    th {
        padding: 0 12px 4px 0;
    }
    th:first-child {
        padding-left: 11px;
    }
    .unit td {
        border-top-color: var(--hair);
        padding-top: 7px;
    }
    .unit input {
        font-weight: 650;
    }
    input {
        width: 100%;
        border-bottom-color: transparent;
    }
    input:hover:enabled,
    input:focus {
        border-bottom-color: var(--chalk);
    }
    input[aria-invalid='true'] {
        border-bottom-color: var(--brick);
    }
    select {
        border-bottom-color: transparent;
    }
    .kind {
        width: 118px;
        font-size: 13px;
    }
    .points {
        width: 70px;
    }
    .due {
        width: 190px;
    }
    .points input {
        text-align: right;
    }
</style>
