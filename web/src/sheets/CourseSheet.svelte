<script lang="ts">
    import { onMount } from 'svelte'
    import { get, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { follow, route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { count, instant } from '../frame/words'
    import Counts from './Counts.svelte'
    import Grid from './Grid.svelte'
    import { keeps, ORDER, OUTCOMES, type Outcome } from './outcomes'
    import RowMargin from './RowMargin.svelte'
    import { sheet } from './sheet.svelte'
    import Written from './Written.svelte'

    /** A sheet of courses: pasted, dropped or typed, judged row by row, and kept when somebody says so. */
    let picker = $state<HTMLInputElement>()
    let before = $state.raw<Api['SheetAbout'][]>([])
    let selected = $state(-1)
    let column = $state(0)
    let only = $state<Outcome | ''>('')
    let note = $state('')
    let over = $state(false)

    const judged = $derived(sheet.judged)
    const shown = $derived(
        sheet.rows
            .map((_, i) => i)
            .filter((i) => i > (judged?.header ?? -1))
            .filter((i) => only === '' || sheet.byNumber.get(i)?.outcome === only),
    )
    const taken = $derived((judged?.rows ?? []).filter((row) => sheet.isTaken(row)))
    const row = $derived(sheet.byNumber.get(selected))

    onMount(() => {
        void campus.attempt(async () => {
            before = await get('/api/terms/{term}/course-sheets', { path: { term: route.term } })
        })
    })
    $effect(() => {
        // the first row that needs a person is looked at first
        if (judged && selected < 0)
            selected =
                judged.rows.find((one) => one.outcome === 'WRONG')?.number ??
                judged.rows.find((one) => one.outcome === 'OTHERWISE')?.number ??
                judged.rows[0]?.number ??
                -1
    })

    function many(outcome: Outcome): number {
        return (judged?.rows ?? []).filter((one) => one.outcome === outcome).length
    }

    function open(file: File | undefined) {
        if (file) void campus.attempt(() => sheet.open(file))
        selected = -1
    }

    function pasted(event: ClipboardEvent) {
        const text = event.clipboardData?.getData('text/plain') ?? ''
        const target = event.target
        const isWriting =
            target instanceof HTMLInputElement ||
            (target instanceof HTMLTextAreaElement && target.value !== '')
        if (!text.trim() || sheet.isOpen || (isWriting && target instanceof HTMLInputElement)) return
        event.preventDefault()
        selected = -1
        void campus.attempt(() => sheet.paste(text))
    }

    function keep() {
        void campus.attempt(async () => {
            const kept = await sheet.keep(note)
            await campus.refresh()
            route.go('arrivals', { view: 'sheet', kept: String(kept.about.id) })
        })
    }
</script>

<svelte:window onpaste={pasted} />

{#snippet main()}
    <div
        class="sheets"
        class:over
        role="presentation"
        ondragover={(e) => {
            e.preventDefault()
            over = true
        }}
        ondragleave={() => (over = false)}
        ondrop={(e) => {
            e.preventDefault()
            over = false
            if (campus.may('CHANGE_LISTS')) open(e.dataTransfer?.files[0])
        }}
    >
        {#if judged}
            <h1>{sheet.read?.name}: {count(judged.rows.length, 'row')} for {sheet.term}</h1>
            <Written />
            <Counts
                name="Rows by what they are"
                all={judged.rows.length}
                kinds={ORDER.map((key) => ({ key, ...OUTCOMES[key], count: many(key) }))}
                bind:chosen={only}
            />
            <Grid {shown} bind:selected bind:column />
        {:else}
            <h1>Courses from a spreadsheet</h1>
            {#if campus.may('CHANGE_LISTS')}
                <p class="begin">
                    Copy rows in any spreadsheet and paste them here, with their headings or without. Or drop
                    a file: CSV, tabs, semicolons, XLSX. Nothing is kept until you have seen what each row
                    does.
                </p>
                <textarea
                    rows="8"
                    aria-label="Rows from a spreadsheet"
                    placeholder="Paste rows here"
                    onchange={(e) => {
                        const text = e.currentTarget.value
                        if (text.trim()) void campus.attempt(() => sheet.paste(text))
                    }}></textarea>
            {:else}
                <p class="begin">Administrators bring in courses that stand on no registrar's list.</p>
            {/if}
        {/if}
    </div>
{/snippet}

{#snippet margin()}
    {#if judged && row}
        <RowMargin {row} />
    {:else if judged}
        <p class="soft">Nothing stands in this row.</p>
    {:else}
        <h2>Sheets kept</h2>
        {#if before.length === 0}<p class="soft">None in {route.term} yet.</p>{/if}
        <!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_click_events_have_key_events -->
        <ol onclick={follow}>
            {#each before as one (one.id)}
                <li>
                    <a href={route.href('arrivals', { view: 'sheet', kept: String(one.id) })}>{one.name}</a>
                    <span class="soft">
                        {count(one.rows, 'row')} kept, {instant(one.keptAt, campus.zone)}, {one.keptBy}
                        {#if one.note}<br />{one.note}{/if}
                    </span>
                </li>
            {/each}
        </ol>
        <!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_click_events_have_key_events -->
        <p class="more" onclick={follow}>
            <a href={route.href('arrivals', { view: 'own' })}>Sections of our own in {route.term}</a>
        </p>
    {/if}
{/snippet}

{#snippet footer()}
    {#if judged}
        <button class="go" disabled={sheet.busy || taken.length === 0} onclick={keep}>{keeps(taken)}</button>
        <label
            >why <input
                bind:value={note}
                size="28"
                maxlength="1000"
                placeholder="who asked for them"
            /></label
        >
        {#if many('WRONG') > 0}<span class="brick">■ {count(many('WRONG'), 'row')} left aside</span>{/if}
        <button class="plain" onclick={() => sheet.addRow()}>Add a row</button>
        <button class="plain" onclick={() => sheet.close()}>Put this sheet away</button>
    {:else}
        {#if campus.may('CHANGE_LISTS')}
            <button class="plain" onclick={() => picker?.click()}>Choose a file</button>
            <button class="plain" onclick={() => void campus.attempt(() => sheet.type())}>Type rows</button>
            <span class="soft">up to 5,000 rows, 16 MB</span>
            <input
                bind:this={picker}
                type="file"
                accept=".csv,.tsv,.txt,.xlsx"
                hidden
                onchange={() => {
                    open(picker?.files?.[0])
                    if (picker) picker.value = ''
                }}
            />
        {/if}
        <!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_click_events_have_key_events -->
        <nav onclick={follow} aria-label="Back">
            <a href={route.href('arrivals')}>The registrar's lists</a>
        </nav>
    {/if}
{/snippet}

<Screen sheet={main} {margin} {footer} marginName={judged ? 'About the row' : 'Sheets kept'} />

<style>
    .sheets {
        padding: 18px 20px 0;
        flex: 1;
        min-height: 0;
        display: flex;
        flex-direction: column;
    }
    .over {
        background: var(--chalk-wash);
        outline: 2px dashed var(--chalk);
        outline-offset: -8px;
    }
    .begin {
        max-width: 62ch;
        margin: 12px 0;
        font-size: 16px;
    }
    textarea {
        max-width: 760px;
        font-family: var(--mono);
    }
    ol {
        list-style: none;
        padding: 0;
        margin: 10px 0 0;
    }
    li {
        border-top: 1px solid var(--hair);
        padding: 8px 0;
    }
    li span {
        display: block;
        font-size: 12.5px;
    }
    .more {
        margin-top: 18px;
    }
    nav {
        margin-left: auto;
    }
</style>
