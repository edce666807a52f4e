<script lang="ts">
    import { campus } from '../frame/campus.svelte'
    import Calendars from './Calendars.svelte'
    import { count, day, moment, number, words } from '../frame/words'
    import type { Availability, Edge, Row } from './availability.svelte'
    import { weighed } from '../proof/snags'

    /** Who can enter on the day of the cursor, the chosen shell with its sections, and moving what is marked. */
    let {
        availability,
        row,
        targets,
        chosenDay,
        setDay,
        today,
    }: {
        availability: Availability
        row: Row | undefined
        targets: Row[]
        chosenDay: string
        setDay: (day: string) => void
        today: string
    } = $props()

    let by = $state({ opens: '', closes: '' })
    let typed = $state({ opens: '', closes: '' })
    /** The section whose own dates are being written. */
    let own = $state({ section: '', opens: '', closes: '' })
    const shown = $derived(row ? (availability.after.get(row.key) ?? row) : undefined)
    const out = $derived(shown?.sections.filter((section) => section.keptOut) ?? [])
    /** Of the targets those that no date opens, as an edit has them. */
    const closed = $derived(targets.filter((one) => !(availability.after.get(one.key) ?? one).open))
    const anyOut = $derived(targets.filter((one) => one.keptOut > 0))
    const disabled = $derived(!campus.may('CHANGE_CONVENTIONS') || targets.length === 0)

    function nudge(edge: Edge) {
        const days = Number(by[edge])
        by[edge] = ''
        if (Number.isInteger(days) && days !== 0)
            void campus.attempt(() => availability.move(targets, edge, days))
    }

    function set(edge: Edge) {
        const text = typed[edge].trim()
        if (text !== '') void campus.attempt(() => availability.set(targets, edge, text))
    }
</script>

<label class="day">
    <b>Who can enter on</b>
    <input
        type="date"
        value={chosenDay}
        oninput={(e) => e.currentTarget.value && setDay(e.currentTarget.value)}
    />
    <button class="plain" onclick={() => setDay(today)}>today</button>
</label>
{#if availability.day}
    <p class="soft small">{day(availability.day.day)} at noon, {availability.frame?.zone}</p>
    <dl class="counts" aria-live="polite">
        <div>
            <dt>shells in their dates</dt>
            <dd>{number(availability.day.within)}</dd>
        </div>
        <div>
            <dt>of them open</dt>
            <dd>{number(availability.day.open)}</dd>
        </div>
        <div>
            <dt>students inside</dt>
            <dd>{number(availability.day.students)}</dd>
        </div>
        <div class:ochre={availability.day.keptOut > 0}>
            <dt>students kept out</dt>
            <dd>{number(availability.day.keptOut)}</dd>
        </div>
    </dl>
    {#if availability.day.within > availability.day.open}
        <p class="small ochre">
            ▲ {number(availability.day.within - availability.day.open)} of {number(availability.day.within)} stay
            closed on this day, because no date opens them by itself and nobody has.
        </p>
    {/if}
{/if}

{#if row && shown}
    <h2>{row.name} <span class="soft">{row.title}</span></h2>
    {#if out.length > 0}
        <div class="out" role="note">
            <b
                >▲ {out.map((section) => section.name).join(', ')} keep{out.length === 1 ? 's' : ''} out
                {count(
                    out.reduce((sum, section) => sum + section.students, 0),
                    'student',
                )}</b
            >
            while the shell is open.
            {#if campus.may('CHANGE_CONVENTIONS')}
                <button class="plain" onclick={() => campus.attempt(() => availability.clear([row]))}
                    >Clear {out.length === 1 ? 'its dates' : 'all section dates'}</button
                >
            {/if}
        </div>
    {/if}
    <dl class="facts">
        <dt>opens</dt>
        <dd>{moment(shown.opens) || 'no such day'} <span class="chalk block">{shown.opensFrom}</span></dd>
        <dt>closes</dt>
        <dd>{moment(shown.closes) || 'no such day'} <span class="chalk block">{shown.closesFrom}</span></dd>
        <dt>students</dt>
        <dd>
            {shown.open
                ? 'enter within these dates; it opens by itself'
                : 'do not get in on these dates: it stays closed until a person opens it'}
        </dd>
        {#each shown.sections.filter((section) => !section.leads) as section (section.id)}
            <dt>{section.name}</dt>
            <dd>
                {#if section.ownOpens === null && section.ownCloses === null}as the shell{:else}
                    {moment(section.opens)} to {moment(section.closes)}
                    <span class="chalk block"
                        >{[
                            section.ownOpens && `opens ${section.ownOpens}`,
                            section.ownCloses && `closes ${section.ownCloses}`,
                        ]
                            .filter(Boolean)
                            .join(', ')}, set for this section</span
                    >
                {/if}
                {#if campus.may('CHANGE_CONVENTIONS') && own.section !== section.id}
                    <button
                        class="plain"
                        onclick={() =>
                            (own = {
                                section: section.id,
                                opens: section.ownOpens ?? '',
                                closes: section.ownCloses ?? '',
                            })}>change<span class="unseen"> the dates of {section.name}</span></button
                    >
                {:else if campus.may('CHANGE_CONVENTIONS')}
                    {#each ['opens', 'closes'] as const as edge (edge)}
                        <input
                            class="mono at"
                            aria-label="{section.name} {edge}"
                            placeholder="{edge}, or as the shell"
                            bind:value={own[edge]}
                            onchange={() =>
                                campus.attempt(() =>
                                    availability.own(section.id, own.opens.trim(), own.closes.trim()),
                                )}
                        />
                    {/each}
                {/if}
            </dd>
        {/each}
    </dl>
{/if}

{#if targets.length > 0 && campus.may('CHANGE_CONVENTIONS')}
    <h3>{targets.length > 1 ? `Move the ${number(targets.length)} marked` : 'Move it'}</h3>
    {#each ['opens', 'closes'] as const as edge (edge)}
        <div class="move">
            <span class="soft">{edge}</span>
            <form onsubmit={(e) => e.preventDefault()}>
                <input
                    class="by"
                    type="number"
                    aria-label="{edge} by days"
                    placeholder="±days"
                    bind:value={by[edge]}
                    onchange={() => nudge(edge)}
                />
            </form>
            <form onsubmit={(e) => e.preventDefault()}>
                <input
                    class="mono at"
                    aria-label="{edge} at a moment"
                    placeholder="or a moment: {edge === 'opens'
                        ? 'term.start - 10d 08:00'
                        : 'term.end + 14d'}"
                    bind:value={typed[edge]}
                    onchange={() => set(edge)}
                />
            </form>
        </div>
        {#each availability.errors.filter((e) => e.field === edge || e.field === 'sections') as error, i (i)}
            <p class="brick small" role="alert">■ {error.detail}</p>
        {/each}
    {/each}
    {#if closed.length > 0}
        <p class="small ochre" role="note">
            ▲ {targets.length === 1
                ? 'It opens on no date by itself'
                : `${number(closed.length)} of ${number(targets.length)} open on no date by themselves`}:
            nobody gets in until a person opens {closed.length === 1 ? 'it' : 'them'}.
        </p>
    {/if}
    <p class="small acts">
        {#if closed.length > 0}
            <button
                class="plain"
                {disabled}
                onclick={() => campus.attempt(() => availability.opensByItself(closed, 'yes'))}
                >open by {closed.length === 1 ? 'itself' : 'themselves'}{targets.length > 1
                    ? ` (${number(closed.length)})`
                    : ''}</button
            >
        {:else}
            <button
                class="plain"
                {disabled}
                onclick={() => campus.attempt(() => availability.opensByItself(targets, 'no'))}
                >let a person open {targets.length === 1 ? 'it' : 'them'}</button
            >
        {/if}
        <button class="plain" {disabled} onclick={() => campus.attempt(() => availability.asTerm(targets))}
            >as the term</button
        >
        {#if anyOut.length > 0}
            <button class="plain" onclick={() => campus.attempt(() => availability.clear(targets))}
                >sections as their shell ({number(anyOut.length)})</button
            >
        {/if}
    </p>
{/if}

{#if availability.effect && availability.items.length > 0}
    <h3>Would change</h3>
    <p class="small" aria-live="polite">
        <b>{count(availability.effect.shells, 'shell')}</b>, {availability.says}{availability.effect
            .standing > 0
            ? `; ${number(availability.effect.standing)} of them stand`
            : ''}.
        {#each availability.effect.snags as snag (weighed(snag))}
            <span class={snag.after > snag.before ? (snag.stop ? 'brick' : 'ochre') : 'moss'}
                >{snag.after > snag.before ? (snag.stop ? '■' : '▲') : '●'}
                {words(snag.snag)}: {number(snag.before)} → {number(snag.after)}.</span
            >
        {/each}
    </p>
    <table>
        <tbody>
            {#each availability.effect.samples.slice(0, 8) as sample (sample.key + sample.field)}
                <tr>
                    <td
                        >{availability.byKey.get(sample.key)?.name ?? sample.key}
                        <span class="soft">{sample.field}</span></td
                    >
                    <td class="soft">{moment(sample.before)}</td>
                    <td>{moment(sample.after)}</td>
                </tr>
            {/each}
        </tbody>
    </table>
{/if}

{#if row}<Calendars term={availability.term} shell={row.key} />{/if}

<style>
    h2 {
        margin-top: 18px;
        font-size: 16px;
    }
    h2 .soft {
        font-weight: 400;
        font-size: 14px;
    }
    h3 {
        margin: 16px 0 4px;
    }
    .day {
        display: flex;
        gap: 10px;
        align-items: baseline;
    }
    .small {
        font-size: 13px;
        margin-top: 4px;
    }
    .acts {
        display: flex;
        gap: 16px;
        flex-wrap: wrap;
        margin-top: 8px;
    }
    .counts {
        display: grid;
        grid-template-columns: repeat(4, 1fr);
        gap: 8px 12px;
        margin: 8px 0 0;
    }
    .counts div {
        display: flex;
        flex-direction: column-reverse;
        justify-content: flex-end;
    }
    .counts dt {
        font-size: 12px;
        line-height: 1.2;
    }
    .counts dd {
        margin: 0;
        font-size: 20px;
        font-weight: 700;
    }
    .facts {
        margin: 8px 0 0;
        display: grid;
        grid-template-columns: 110px 1fr;
    }
    .facts dt,
    .facts dd {
        margin: 0;
        border-top: 1px solid var(--hair);
        padding: 4px 8px 5px 0;
        font-size: 13px;
    }
    .facts dt {
        color: var(--soft);
        overflow-wrap: anywhere;
    }
    .block {
        display: block;
        font-size: 12px;
    }
    .out {
        background: var(--ochre-wash);
        border-left: 3px solid var(--ochre);
        padding: 7px 10px;
        margin-top: 8px;
        font-size: 13px;
    }
    .move {
        display: grid;
        grid-template-columns: 52px 74px 1fr;
        gap: 8px;
        align-items: baseline;
        margin-top: 4px;
        font-size: 13px;
    }
    .by,
    .at {
        min-height: 26px;
    }
    .by {
        width: 72px;
    }
    .at {
        width: 100%;
        font-size: 12.5px;
    }
    td {
        border-top: 1px solid var(--hair);
        padding: 3px 6px 3px 0;
        font-size: 12.5px;
    }
</style>
