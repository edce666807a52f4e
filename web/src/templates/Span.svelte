<script lang="ts">
    import { get, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { day } from '../frame/words'

    /** Weekly units without a term: so many from a first day end on a day, and a day gives how many. */
    let first = $state('')
    let span = $state.raw<Api['StartSpan'] | null>(null)

    function ask(what: { units?: string; end?: string }) {
        void campus.attempt(async () => {
            if (first === '' || (what.units ?? what.end) === '') span = null
            else
                span = await get('/api/weeks', {
                    query: { first, units: what.units ? Number(what.units) : undefined, end: what.end },
                })
        })
    }
</script>

<details>
    <summary>Count weekly units without a term</summary>
    <p class="line">
        <label
            >from <input
                class="mono"
                placeholder="2027-04-23"
                bind:value={first}
                onchange={() => span && ask({ units: String(span.units) })}
            /></label
        >
        <label>
            <input
                class="few"
                type="number"
                min="0"
                max="999"
                value={span?.units ?? ''}
                disabled={first === ''}
                onchange={(e) => ask({ units: e.currentTarget.value })}
            /> units
        </label>
        <label>
            end on
            <input
                class="mono"
                placeholder="2027-04-23"
                value={span?.end ?? ''}
                disabled={first === ''}
                onchange={(e) => ask({ end: e.currentTarget.value })}
            />
        </label>
    </p>
    {#if span}
        <p class="soft" aria-live="polite">
            {span.units} units of a week from {day(span.first)} end on {day(span.end)}.
        </p>
    {/if}
</details>

<style>
    summary {
        cursor: pointer;
        color: var(--chalk);
        font-weight: 600;
        margin-top: 18px;
    }
    .line {
        display: flex;
        flex-wrap: wrap;
        gap: 6px 14px;
        margin: 8px 0;
    }
    .mono {
        width: 92px;
    }
    .few {
        width: 56px;
    }
</style>
