<script lang="ts">
    import { onMount } from 'svelte'
    import { get, post, put, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { follow, route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { count, instant, moment, number } from '../frame/words'
    import { cells as sheetCells } from '../parts/cells'
    import Export from '../parts/Export.svelte'
    import Grid from '../parts/Grid.svelte'
    import type { Line } from '../parts/lines'
    import Parts from './Parts.svelte'

    /** Shells drawn to be looked at by hand, ticked off, with what was found. */
    type Drawn = Api['SampleRow'] & { id: string }
    const FROM: Record<Api['SampleSize']['of'], string> = {
        TO_BUILD: 'what the next build makes or changes',
        STANDING: 'what stands',
    }

    let sample = $state.raw<Api['Sample'] | null>(null)
    let sizes = $state.raw<Api['SampleSize'][]>([])
    /** Of a field that is empty there is no number. */
    let share = $state<number | null>(5)
    let confidence = $state<number | null>(95)
    /** Whether the sizes are of what is said now. */
    let sized = $state(false)
    let seed = $state('')
    let selected = $state('')
    let found = $state('')
    let known = $state(false)

    const lines = $derived<Line<Drawn>[]>(
        (sample?.rows ?? []).map((row) => ({ kind: 'row', row: { ...row, id: row.key } })),
    )
    const row = $derived(sample?.rows.find((one) => one.key === selected))

    onMount(() => {
        void campus.attempt(async () => {
            const drawn = await get('/api/terms/{term}/upkeep/samples', { path: { term: route.term } })
            sample = drawn[0] ?? null
            known = true
        })
    })

    const wanted = $derived({ share: part(share), confidence: part(confidence) })
    const wrong = $derived(
        wanted.share < 0.001 || wanted.share > 0.5
            ? 'A share is from 0.1 to 50 %.'
            : wanted.confidence < 0.5 || wanted.confidence > 0.999
              ? 'Confidence is from 50 to 99.9 %.'
              : /^\s*-?\d{0,15}\s*$/.test(seed)
                ? ''
                : 'A seed is a whole number of at most 15 digits.',
    )

    $effect(() => {
        const query = wanted
        sized = false
        if (wrong !== '') return
        const abort = new AbortController()
        get('/api/terms/{term}/upkeep/samples/sizes', { path: { term: route.term }, query }, abort.signal)
            .then((answer) => {
                sizes = answer
                sized = true
            })
            .catch((e: unknown) => {
                if (!abort.signal.aborted) campus.trouble = e instanceof Error ? e.message : String(e)
            })
        return () => abort.abort()
    })

    /** Of percents; to the digit, as 99.9 / 100 is a little more than 0.999. */
    function part(percents: number | null): number {
        return Math.round((percents ?? 0) * 1000) / 100_000
    }

    function draw(of: Api['SampleSize']['of']) {
        void campus.attempt(async () => {
            sample = await post('/api/terms/{term}/upkeep/samples', {
                path: { term: route.term },
                body: { of, ...wanted, seed: seed.trim() === '' ? null : Number(seed) },
            })
            choose(sample.rows[0]?.key ?? '')
        })
    }

    function choose(key: string) {
        selected = key
        found = sample?.rows.find((one) => one.key === key)?.found ?? ''
    }

    function tick(sound: boolean | null) {
        void campus.attempt(async () => {
            if (!sample) return
            sample = await put('/api/terms/{term}/upkeep/samples/{id}', {
                path: { term: route.term, id: sample.id },
                body: { key: selected, sound, found: sound === false ? found : '' },
            })
            const next = sample.rows.find((one) => one.sound === null)
            if (sound !== null && next) choose(next.key)
            document.getElementById('sheet')?.focus()
        })
    }

    function pressed(event: KeyboardEvent) {
        if (!campus.may('CHANGE_CAMPUS') || !row || event.ctrlKey || event.metaKey || event.altKey) return
        if (event.target instanceof HTMLElement && event.target.matches('input, textarea, select')) return
        if (event.key === 's') tick(true)
        else if (event.key === 'f') document.getElementById('found')?.focus()
        else return
        event.preventDefault()
    }
</script>

<svelte:window onkeydown={pressed} />

{#snippet lineCells(one: Drawn)}
    <span role="gridcell"
        >{#if one.sound === null}<span class="soft">to look at</span>{:else if one.sound}<b class="moss"
                >✓ sound</b
            >{:else}<b class="brick">■ faulty</b>{/if}</span
    >
    <span role="gridcell" title={one.title}><b class="code">{one.code}</b><br />{one.title}</span>
    <span role="gridcell" title={one.part}>{one.part}</span>
    <span role="gridcell" title={one.found}>{one.found}</span>
{/snippet}

{#snippet sheet()}
    <Parts />
    <div class="top">
        <h1>
            {!known
                ? 'One moment …'
                : sample === null
                  ? 'No sample was drawn yet'
                  : `${count(sample.rows.length, 'shell')} drawn of ${number(sample.of)}: ${sample.says}`}
        </h1>
        {#if sample}
            <p class="soft">
                Of {FROM[sample.what]}, {instant(sample.at, campus.zone)}, by {sample.by}; seed
                <span class="code">{sample.seed}</span>. If {number(Math.round(1000 * sample.share) / 10)} % of
                them were faulty, it would hardly slip by.
            </p>
        {/if}
    </div>
    {#if sample}
        <Grid
            label="The sample"
            {lines}
            columns={['Found', 'Shell', 'Drawn for', 'What was found']}
            widths="90px minmax(0, 5fr) minmax(0, 4fr) minmax(0, 3fr)"
            {selected}
            select={choose}
            cells={lineCells}
        />
    {/if}
{/snippet}

{#snippet margin()}
    {#if row && sample}
        <h2><span class="code">{row.code}</span></h2>
        <p>{row.title}</p>
        <dl>
            <dt>Category</dt>
            <dd>{row.category}</dd>
            <dt>Opens</dt>
            <dd>{moment(row.opens)}</dd>
            <dt>Instructors</dt>
            <dd>{row.instructors || 'nobody yet'}</dd>
            <dt>Students</dt>
            <dd>{number(row.students)}</dd>
        </dl>
        <!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_click_events_have_key_events -->
        <p onclick={follow}><a href={route.href('proof', { key: row.key })}>Why it is so, in the proof</a></p>
        {#if campus.may('CHANGE_CAMPUS')}
            <p class="acts">
                <button class="go" onclick={() => tick(true)}>Sound</button>
                {#if row.sound !== null}<button class="plain" onclick={() => tick(null)}>Not looked at</button
                    >{/if}
            </p>
            <p>
                <label>What is wrong <input id="found" bind:value={found} maxlength="1000" size="30" /></label
                >
                <button class="plain" disabled={found.trim() === ''} onclick={() => tick(false)}
                    >Faulty</button
                >
            </p>
        {/if}
        {#if row.by}<p class="soft">Looked at by {row.by}.</p>{/if}
    {/if}
    {#if campus.may('CHANGE_CAMPUS')}
        <h2>Draw a sample</h2>
        <p>
            <label
                >A share of <input type="number" min="0.1" max="50" step="0.1" bind:value={share} /> % faulty shells</label
            >
            <label
                >is not to slip by, with <input
                    type="number"
                    min="50"
                    max="99.9"
                    step="0.1"
                    bind:value={confidence}
                /> % confidence</label
            >
        </p>
        <p>
            <label
                >Seed <input bind:value={seed} size="12" inputmode="numeric" placeholder="by chance" /></label
            >
        </p>
        {#if wrong}<p class="brick" role="alert">■ {wrong}</p>{/if}
        {#each sizes as size (size.of)}
            <p>
                <button class="plain" disabled={!sized || size.size === 0} onclick={() => draw(size.of)}
                    >Draw {count(size.size, 'shell')}</button
                >
                of {number(size.shells)}: {FROM[size.of]}.
            </p>
        {/each}
        <p class="soft">
            Drawn without putting back, each department and set of layers with its share; sized by the
            hypergeometric distribution, so that at least one of so many faulty ones is among them. None
            faulty lets all pass.
        </p>
    {/if}
{/snippet}

{#snippet footer()}
    {#if sample}
        <Export
            name="sample {route.term}"
            cells={() =>
                sheetCells(sample?.rows ?? [], [
                    ['code', (one) => one.code],
                    ['title', (one) => one.title],
                    ['drawn for', (one) => one.part],
                    ['found', (one) => (one.sound === null ? '' : one.sound ? 'sound' : 'faulty')],
                    ['what', (one) => one.found],
                    ['by', (one) => one.by],
                ])}
        />
        <button class="plain" onclick={() => print()}>Print</button>
        <span class="soft">s: sound; f: what is wrong</span>
    {/if}
{/snippet}

<Screen {sheet} {margin} {footer} marginName="The sample" />

<style>
    .top {
        padding: 14px 20px 10px;
        flex: none;
    }
    p,
    dl {
        margin-top: 10px;
    }
    h2:not(:first-child) {
        margin-top: 24px;
    }
    dt {
        font-size: 12px;
        color: var(--soft);
    }
    dd {
        margin: 0 0 6px;
    }
    .acts {
        display: flex;
        gap: 18px;
        align-items: baseline;
    }
    input[type='number'] {
        width: 8ch;
    }
</style>
