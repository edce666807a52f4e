<script lang="ts">
    import { onMount } from 'svelte'
    import { get, post, put, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { count, day, number } from '../frame/words'
    import Ask from '../parts/Ask.svelte'
    import Parts from './Parts.svelte'

    /** Shells of terms that are over: archived by rule, kept for so many terms, seen beforehand, taken back. */
    type Term = Api['LifeTerm']
    type Away = Api['LifePut']['away']

    let archive = $state.raw<Api['LifeArchive'] | null>(null)
    let asking = $state.raw<{ term: Term; away: Away } | null>(null)
    /** Of a field that is empty there is no number. */
    let afterDays = $state<number | null>(0)
    let keepTerms = $state<number | null>(1)
    let byItself = $state(false)
    let says = $state('')

    function take(now: Api['LifeArchive']) {
        archive = now
        afterDays = now.rule.afterDays
        keepTerms = now.rule.keepTerms
        byItself = now.rule.byItself
    }
    onMount(() => {
        void campus.attempt(async () => take(await get('/api/upkeep/archive')))
    })

    /** What is typed before the rule is known would be lost. */
    const fixed = $derived(archive === null || !campus.may('CHANGE_CAMPUS'))
    const sound = $derived(isWithin(afterDays, 0, 3650) && isWithin(keepTerms, 1, 100))
    const changed = $derived(
        archive !== null &&
            (archive.rule.afterDays !== afterDays ||
                archive.rule.keepTerms !== keepTerms ||
                archive.rule.byItself !== byItself),
    )
    const due = $derived(
        (archive?.terms ?? []).filter((one) => one.isDue && one.standing > 0 && !one.returned),
    )

    function isWithin(value: number | null, least: number, most: number): boolean {
        return value !== null && Number.isInteger(value) && value >= least && value <= most
    }

    function keep() {
        if (afterDays === null || keepTerms === null) return
        const body = { afterDays, keepTerms, byItself }
        void campus.attempt(async () => {
            take(await put('/api/upkeep/archive/rule', { body }))
            says = 'The rule is kept.'
        })
    }

    function shells(term: Term, away: Away): number {
        return away === 'ARCHIVE' ? term.standing : term.archived
    }

    function act(term: Term, away: Away) {
        asking = null
        void campus.attempt(async () => {
            const begun = await post('/api/terms/{term}/upkeep/archive', {
                path: { term: term.term },
                body: { away, shells: shells(term, away) },
            })
            route.go('build', { id: String(begun.build) }, term.term)
            await campus.refresh()
        })
    }

    const WORDS: Record<Away, { does: string; more: string }> = {
        ARCHIVE: {
            does: 'Archive',
            more: 'Only administrators enter them from then on; everything in them is kept, and the build can be taken back.',
        },
        RETURN: { does: 'Take out of the archive', more: 'Each is as it was before it was archived.' },
        DELETE: {
            does: 'Delete for good',
            more: 'Everything in them goes: content, student work and grades. Nothing brings it back.',
        },
    }
</script>

{#snippet sheet()}
    <Parts />
    <div class="over">
        <h1>
            {archive === null
                ? 'One moment …'
                : archive.terms.length === 0
                  ? 'No term is over yet'
                  : `${count(archive.terms.length, 'term')} over, ${number(archive.terms.reduce((sum, one) => sum + one.standing, 0))} of ${archive.terms.length === 1 ? 'its' : 'their'} shells still stand`}
        </h1>
        {#if archive && archive.terms.length > 0}
            <table>
                <thead>
                    <tr>
                        <th scope="col">Term</th>
                        <th scope="col">Ended</th>
                        <th scope="col" class="num">Stand</th>
                        <th scope="col" class="num">Open to students</th>
                        <th scope="col" class="num">Archived</th>
                        <th scope="col">By the rule</th>
                        <th scope="col"><span class="unseen">What can be done</span></th>
                    </tr>
                </thead>
                <tbody>
                    {#each archive.terms as term (term.term)}
                        <tr>
                            <th scope="row">{term.name}</th>
                            <td>{term.lastDay ? day(term.lastDay) : 'not known'}</td>
                            <td class="num">{number(term.standing)}</td>
                            <td class="num">{number(term.open)}</td>
                            <td class="num">{number(term.archived)}</td>
                            <td>
                                {#if term.standing > 0 && term.returned}taken out by a person, left alone
                                {:else if term.standing > 0 && term.isDue}<b class="ochre"
                                        >▲ due since {day(term.due ?? '')}</b
                                    >
                                {:else if term.standing > 0 && term.due}from {day(term.due)} on
                                {:else if term.pastKeeping && term.archived > 0}<b class="ochre"
                                        >▲ kept long enough</b
                                    >
                                {:else}<span class="moss">✓ archived</span>{/if}
                            </td>
                            <td class="acts">
                                {#if campus.may('CHANGE_CAMPUS')}
                                    {#each ['ARCHIVE', 'RETURN', 'DELETE'] as const as away (away)}
                                        {#if shells(term, away) > 0 && (away !== 'DELETE' || term.pastKeeping)}
                                            <button class="plain" onclick={() => (asking = { term, away })}
                                                >{WORDS[away].does} {number(shells(term, away))}</button
                                            >
                                        {/if}
                                    {/each}
                                {/if}
                            </td>
                        </tr>
                    {/each}
                </tbody>
            </table>
        {/if}
    </div>
{/snippet}

{#snippet margin()}
    <h2>The rule</h2>
    <p>
        <label
            >Archive <input type="number" min="0" max="3650" bind:value={afterDays} disabled={fixed} /> days after
            a term's last day</label
        >
    </p>
    <p>
        <label
            >Keep the shells of <input
                type="number"
                min="1"
                max="100"
                bind:value={keepTerms}
                disabled={fixed}
            /> terms</label
        >
        <span class="soft">Older ones may be deleted, by a person only.</span>
    </p>
    <p>
        <label
            ><input type="checkbox" bind:checked={byItself} disabled={fixed} /> archive by itself, at night</label
        >
    </p>
    {#if changed && campus.may('CHANGE_CAMPUS')}
        {#if !sound}
            <p class="brick">■ Days are from 0 to 3,650, terms from 1 to 100.</p>
        {/if}
        <p><button class="go" disabled={!sound} onclick={keep}>Keep the rule</button></p>
    {/if}
    {#if due.length > 0}
        <p class="ochre">
            ▲ Due: {due.map((one) => `${count(one.standing, 'shell')} of ${one.name}`).join(', ')}.
        </p>
    {/if}
    <p class="soft">
        An archived shell keeps all that is in it. Whoever was let in longer than the others still can enter
        until that day.
    </p>
{/snippet}

{#snippet footer()}
    <span class="soft" role="status">{says}</span>
    {#if asking}
        {@const { term, away } = asking}
        <Ask
            question="{WORDS[away].does} {count(shells(term, away), 'shell')} of {term.name}{away ===
                'ARCHIVE' && term.open
                ? `, ${number(term.open)} of them open to students`
                : ''}?"
            more={WORDS[away].more}
            yes="{WORDS[away].does} {number(shells(term, away))}"
            agree={() => act(term, away)}
            close={() => (asking = null)}
        />
    {/if}
{/snippet}

<Screen {sheet} {margin} {footer} marginName="The rule" />

<style>
    .over {
        padding: 14px 20px;
        overflow: auto;
    }
    table {
        margin-top: 14px;
        border-collapse: collapse;
    }
    th,
    td {
        padding: 7px 22px 7px 0;
        border-top: 1px solid var(--faint);
        text-align: left;
        vertical-align: baseline;
    }
    thead th {
        font-size: 12px;
        color: var(--soft);
    }
    .num {
        text-align: right;
        font-variant-numeric: tabular-nums;
    }
    .acts button {
        margin-right: 18px;
    }
    p {
        margin-top: 12px;
    }
    input[type='number'] {
        width: 9ch;
    }
</style>
