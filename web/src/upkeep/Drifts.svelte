<script lang="ts">
    import { onMount } from 'svelte'
    import { campus } from '../frame/campus.svelte'
    import { follow, route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { count, instant, moment, number } from '../frame/words'
    import Ask from '../parts/Ask.svelte'
    import { cells as sheetCells } from '../parts/cells'
    import Export from '../parts/Export.svelte'
    import { Drift, type Drifted } from './drift.svelte'
    import Find from '../parts/Find.svelte'
    import Grid from '../parts/Grid.svelte'
    import Parts from './Parts.svelte'

    /** What people changed in the LMS by hand since it was built: kept as theirs, or put back. */
    const drift = new Drift()
    let selected = $state('')
    let reason = $state('')
    let asking = $state(false)

    const row = $derived(drift.rows.find((one) => one.id === selected))
    const shells = $derived(new Set(drift.marked.map((one) => one.key)).size)
    const closes = $derived(drift.marked.filter((one) => one.field === 'closed' && one.wanted === '').length)
    const stopped = $derived(drift.marked.filter((one) => one.stop !== '').length)
    const lost = $derived(drift.marked.filter((one) => one.kind === 'DELETED').length)

    onMount(() => {
        void campus.attempt(() => drift.load())
    })

    function inWords(text: string): string {
        return /^\d{4}-\d\d-\d\dT/.test(text) ? moment(text) : text
    }

    function act(work: () => Promise<void>) {
        void campus.attempt(work)
    }

    function scan(everything: boolean) {
        act(async () => {
            await drift.scan(everything)
            await campus.refresh()
        })
    }

    function keep() {
        act(async () => {
            const kept = await drift.keep(reason)
            drift.says = `${count(kept.kept, 'change')} of ${count(kept.shells, 'shell')} kept, by version ${kept.version} of the conventions`
            reason = ''
            drift.marks.clear()
            await campus.refresh()
        })
    }

    function putBack() {
        asking = false
        act(async () => {
            const build = await drift.putBack(closes)
            await campus.refresh()
            route.go('build', { id: String(build) })
        })
    }

    function markKind(kind: string) {
        drift.marks.clear()
        for (const one of drift.rows) if (one.kind === kind) drift.marks.add(one.id)
    }
</script>

{#snippet lineCells(one: Drifted)}
    <span role="gridcell" title={one.title}><b class="code">{one.code}</b><br />{one.title}</span>
    <span role="gridcell"
        >{one.fieldName}{#if one.times > 1}<br /><span class="ochre">▲ {number(one.times)} times</span
            >{/if}</span
    >
    <span role="gridcell" title={one.built} class="was">{inWords(one.built) || '–'}</span>
    <span role="gridcell" title={one.held}>{inWords(one.held) || 'gone'}</span>
{/snippet}

{#snippet sheet()}
    <Parts />
    <div class="top">
        <h1>
            {#if drift.sheet === null}
                One moment …
            {:else if drift.rows.length === 0 && drift.sheet.built === 0}
                Nothing of {route.term} was built yet, so nothing can drift
            {:else if drift.rows.length === 0}
                {drift.sheet.built === 1
                    ? 'The shell stands'
                    : `All ${number(drift.sheet.built)} shells stand`} as built
            {:else}
                {count(new Set(drift.rows.map((one) => one.key)).size, 'shell')} of {number(
                    drift.sheet.built,
                )} changed by hand
            {/if}
        </h1>
        {#if drift.rows.length > 0}
            <p class="filters">
                <Find placeholder="code, title, what" />
                <label
                    >Kind <select
                        value={route.params.kind ?? ''}
                        onchange={(event) => route.set({ kind: event.currentTarget.value })}
                    >
                        <option value="">all</option>
                        {#each drift.sheet?.kinds ?? [] as kind (kind.kind)}
                            <option value={kind.kind}>{kind.words}, {number(kind.shells)}</option>
                        {/each}
                    </select></label
                >
                <label
                    >Department <select
                        value={route.params.department ?? ''}
                        onchange={(event) => route.set({ department: event.currentTarget.value })}
                    >
                        <option value="">all</option>
                        {#each drift.departments as name (name)}<option value={name}>{name || 'none'}</option
                            >{/each}
                    </select></label
                >
            </p>
        {/if}
    </div>
    {#if drift.rows.length > 0}
        <Grid
            label="What drifted"
            lines={drift.lines}
            columns={['Shell', 'What', 'As it was built', 'As it is']}
            widths="minmax(0, 5fr) minmax(0, 2.4fr) minmax(0, 4fr) minmax(0, 4fr)"
            marks={drift.marks}
            {selected}
            select={(id) => (selected = id)}
            cells={lineCells}
        />
    {/if}
{/snippet}

{#snippet margin()}
    {#if drift.marked.length > 0}
        <h2>{count(drift.marked.length, 'change')} of {count(shells, 'shell')} marked</h2>
        {#if campus.may('CHANGE_UPKEEP')}
            <h3>Keep theirs</h3>
            <p class="soft">
                It becomes an override with your reason, so that no build changes it again. The conventions
                take it back.
            </p>
            <p>
                <label class="why"
                    >Why <input bind:value={reason} maxlength="1000" placeholder="who asked for it" /></label
                >
            </p>
            {#if drift.look}
                <p>
                    <b class="moss">✓ {count(drift.look.kept, 'change')}</b> would be kept{#if drift.look.not.length},
                        <b class="brick">{number(drift.look.not.length)} cannot be</b>:{/if}
                </p>
                <ul>
                    {#each drift.look.not.slice(0, 20) as one (one.key + one.fieldName)}
                        <li><b class="code">{one.code}</b> {one.fieldName}: {one.reason}</li>
                    {/each}
                </ul>
            {/if}
            <p class="acts">
                <button class="go" disabled={reason.trim() === ''} onclick={keep}
                    >Keep {count(drift.marked.length, 'change')} as theirs</button
                >
                <button class="plain" onclick={() => act(() => drift.lookAtKeeping())}
                    >What would that do?</button
                >
            </p>
            <h3>Put back</h3>
            <p class="soft">
                A build puts {shells === 1 ? 'the shell' : `${number(shells)} shells`} back to what they are to
                be today; it can be taken back.
                {#if lost > 0}<b class="ochre"
                        >▲ {count(lost, 'deleted shell')} would be made anew; what was in {lost === 1
                            ? 'it'
                            : 'them'} is lost.</b
                    >{/if}
                {#if stopped > 0}<b class="brick"
                        >■ {count(stopped, 'change')} cannot be put back: a stop in the proof.</b
                    >{/if}
            </p>
            <p class="acts">
                <button
                    class="plain"
                    disabled={stopped === drift.marked.length}
                    onclick={() => (closes > 0 || lost > 0 ? (asking = true) : putBack())}
                    >Put {count(shells, 'shell')} back</button
                >
                <button class="plain" onclick={() => drift.marks.clear()}>Unmark</button>
            </p>
        {/if}
    {:else if row}
        <h2><span class="code">{row.code}</span></h2>
        <p>{row.title}</p>
        <dl>
            <dt>What</dt>
            <dd>{row.fieldName}</dd>
            <dt>As build {row.build} left it</dt>
            <dd>{inWords(row.built) || '–'}</dd>
            <dt>In the LMS now</dt>
            <dd>{inWords(row.held) || 'it is gone'}</dd>
            {#if row.wanted && row.wanted !== row.built}
                <dt>To be by today's list and conventions</dt>
                <dd>{inWords(row.wanted)}</dd>
            {/if}
            {#if row.since}
                <dt>Seen first</dt>
                <dd>{instant(row.since, campus.zone)}</dd>
            {/if}
        </dl>
        {#if row.times > 1}<p class="ochre">▲ It drifted {number(row.times)} times by now.</p>{/if}
        {#if row.stop}<p class="brick">■ It cannot be put back: {row.stop}</p>{/if}
        <p class="soft">
            Mark it with Space, then keep it or put it back.
            <a href={route.href('proof', { key: row.key })} onclick={follow}>Its row in the proof</a>
        </p>
    {:else if drift.sheet}
        <h2>What drifted, by kind</h2>
        {#each drift.sheet.kinds as kind (kind.kind)}
            <p class="kind">
                <span>{kind.words}</span>
                <b>{number(kind.shells)}</b>
                {#if campus.may('CHANGE_UPKEEP')}<button class="plain" onclick={() => markKind(kind.kind)}
                        >Mark all</button
                    >{/if}
            </p>
        {:else}
            <p class="soft">
                {drift.sheet.built === 0
                    ? 'After the first build, whatever people change in the LMS by hand shows here.'
                    : 'Nothing differs from what was built.'}
            </p>
        {/each}
        <p class="soft">
            What the list or the conventions changed is no drift; it waits in the proof. The LMS was last
            found changed
            {drift.sheet.seenAt ? instant(drift.sheet.seenAt, drift.sheet.zone) : 'never'}.
        </p>
    {/if}
{/snippet}

{#snippet footer()}
    {#if campus.may('CHANGE_UPKEEP')}
        <button class="plain" onclick={() => scan(false)}>Look at what changed in the LMS</button>
        <button class="plain" onclick={() => scan(true)}>Compare everything</button>
    {/if}
    <span class="soft" role="status">{drift.says}</span>
    {#if drift.shown.length > 0}
        <Export
            name="drift {route.term}"
            cells={() =>
                sheetCells(drift.shown, [
                    ['key', (one) => one.key],
                    ['code', (one) => one.code],
                    ['title', (one) => one.title],
                    ['department', (one) => one.department],
                    ['kind', (one) => one.kind.toLowerCase().replaceAll('_', ' ')],
                    ['what', (one) => one.fieldName],
                    ['built', (one) => one.built],
                    ['now', (one) => one.held],
                    ['to be', (one) => one.wanted],
                    ['times', (one) => one.times],
                ])}
        />
    {/if}
    {#if asking}
        <Ask
            question="Put {count(shells, 'shell')} back{closes
                ? `, which closes ${count(closes, 'shell')}`
                : ''}?"
            more={lost
                ? `${count(lost, 'deleted shell')} would be made anew, with their people and without what was in them.`
                : ''}
            yes="Put {count(shells, 'shell')} back"
            agree={putBack}
            close={() => (asking = false)}
        />
    {/if}
{/snippet}

<Screen {sheet} {margin} {footer} marginName="What drifted" />

<style>
    .top {
        padding: 14px 20px 10px;
        flex: none;
    }
    .filters {
        display: flex;
        gap: 22px;
        margin-top: 6px;
    }
    .was {
        color: var(--soft);
    }
    .why input {
        width: 100%;
    }
    h3,
    p,
    dl {
        margin-top: 10px;
    }
    ul {
        padding-left: 18px;
        margin: 6px 0 0;
    }
    dd {
        margin: 0 0 8px;
        overflow-wrap: anywhere;
    }
    dt {
        font-size: 12px;
        color: var(--soft);
    }
    .acts {
        display: flex;
        gap: 18px;
        align-items: baseline;
        flex-wrap: wrap;
    }
    .kind {
        display: grid;
        grid-template-columns: 1fr auto auto;
        gap: 14px;
        align-items: baseline;
    }
    .kind b {
        font-variant-numeric: tabular-nums;
    }
</style>
