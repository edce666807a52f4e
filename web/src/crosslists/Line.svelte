<script lang="ts">
    import { campus } from '../frame/campus.svelte'
    import { count, number, words } from '../frame/words'
    import { rowId, type Row } from './table.svelte'

    /** One suggestion or kept cross-list: what it is called, the evidence for it, its people and its snags. */
    let {
        row,
        chosen,
        marked,
        mark,
        choose,
    }: { row: Row; chosen: boolean; marked: boolean; mark: () => void; choose: () => void } = $props()

    const kept = $derived(row.tier === 'kept')
</script>

<div class="row" class:on={chosen}>
    {#if kept}<span class="moss" aria-hidden="true">●</span>
    {:else}
        <input
            type="checkbox"
            aria-label="mark {row.label}"
            checked={marked}
            disabled={!campus.may('CHANGE_CONVENTIONS')}
            onclick={(e) => {
                e.preventDefault()
                mark()
            }}
        />
    {/if}
    <button id="row-{rowId(row)}" class="what" aria-current={chosen} onclick={choose}>
        <span>{row.label} <span class="soft">{row.title}</span></span>
        <span class="soft small">
            {row.evidence.join('; ')}{kept
                ? `${row.id}, ${count(row.sections.length, 'section')}${row.approved ? `, approved: ${row.reason}` : ''}`
                : ''}
        </span>
    </button>
    <span class="who soft">{row.instructors.join(', ')}</span>
    <span class="n">
        {count(row.students, 'student')}
        {#if row.twice > 0}<span class="ochre small">▲ {number(row.twice)} twice</span>{/if}
        {#each row.snags.filter((s) => s.startsWith('xl-')) as snag (snag)}
            <span class="small {row.stopped ? 'brick' : 'ochre'}"
                >{row.stopped ? '■' : '▲'} {words(snag.slice(3))}</span
            >
        {/each}
    </span>
</div>

<style>
    .row {
        display: grid;
        grid-template-columns: 32px minmax(0, 1fr) 170px 130px;
        align-items: baseline;
        padding: 7px 20px 8px;
        border-bottom: 1px solid var(--hair);
    }
    .row.on {
        background: var(--chalk-wash);
        box-shadow: inset 0 -1.5px 0 var(--chalk);
    }
    .row input {
        margin: 0;
    }
    .what {
        display: grid;
        text-align: left;
        font: inherit;
        color: inherit;
        background: none;
        border: 0;
        padding: 0;
        cursor: pointer;
        min-width: 0;
    }
    .what span,
    .who {
        overflow-wrap: anywhere;
    }
    .small {
        font-size: 12.5px;
    }
    .n {
        text-align: right;
    }
    .n .small {
        display: block;
    }
</style>
