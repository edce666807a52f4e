<script lang="ts">
    import type { Api } from '../api/client'
    import WeekRuler from '../parts/WeekRuler.svelte'
    import { count, moment } from '../frame/words'

    /** A template laid out over a session: its weeks on a ruler, and every date that comes of its rules. */
    let {
        placed,
        session,
        choose,
    }: { placed: Api['StartPlaced']; session: string; choose: (code: string) => void } = $props()

    const dated = $derived(
        placed.units.flatMap((u) => u.items).filter((i) => i.due !== null || i.notes.length > 0),
    )
    const marks = $derived(dated.flatMap((i) => (i.due === null ? [] : [{ at: i.due, moved: false }])))
    const SHOWN = 24
</script>

<label class="head">
    <b>Laid out over</b>
    <select value={session} onchange={(e) => choose(e.currentTarget.value)}>
        <option value="">the whole term</option>
        {#each placed.parts as part (part.code)}<option value={part.code}>{part.title}</option>{/each}
    </select>
</label>
<WeekRuler ruler={placed.ruler} {marks} name={count(placed.units.length, 'unit')} />
<table>
    <tbody>
        {#each dated.slice(0, SHOWN) as item, i (i)}
            <tr>
                <td>{item.title}</td>
                <td class="when">
                    {#if item.due}{moment(item.due)}{:else}<span class="ochre">▲ no such day</span>{/if}
                </td>
            </tr>
        {/each}
    </tbody>
</table>
{#if dated.length > SHOWN}<p class="soft">and {count(dated.length - SHOWN, 'more date')}</p>{/if}

<style>
    .head {
        display: flex;
        gap: 10px;
        align-items: baseline;
        margin: 18px 0 8px;
    }
    td {
        border-top: 1px solid var(--hair);
        padding: 3px 8px 3px 0;
        font-size: 13px;
        vertical-align: baseline;
    }
    .when {
        text-align: right;
        white-space: nowrap;
        padding-right: 0;
    }
</style>
