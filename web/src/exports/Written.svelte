<script lang="ts">
    import { get, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { count, instant, number } from '../frame/words'
    import { cameBack, says } from './words'

    /** One time that files were written: what it came to, and what came back. */
    let { one, bring, passed }: { one: Api['ExportOne']; bring: (file: File) => void; passed: () => void } =
        $props()

    let picker = $state<HTMLInputElement>()
    let open = $state<'FAILED' | 'LEFT_OUT' | null>(null)
    let rows = $state.raw<Api['ExportRow'][]>([])

    const failed = $derived(one.counts.FAILED ?? 0)
    const left = $derived(one.counts.LEFT_OUT ?? 0)
    const waits = $derived(
        one.form === 'PROFILE' ? (one.counts.WAITING ?? 0) : one.state === 'WRITTEN' ? 1 : 0,
    )
    const may = $derived(campus.may('EXPORT'))

    /** Reasons with the rows that have them, most first. */
    const reasons = $derived.by(() => {
        const by: Record<string, Api['ExportRow'][]> = {}
        for (const row of rows) (by[row.reason || 'no reason was said'] ??= []).push(row)
        return Object.entries(by).sort((a, b) => b[1].length - a[1].length)
    })

    function look(outcome: 'FAILED' | 'LEFT_OUT') {
        if (open === outcome) {
            open = null
            return
        }
        void campus.attempt(async () => {
            const query = { outcome, limit: 500 }
            rows = (await get('/api/exports/{id}/rows', { path: { id: one.id }, query })).rows
            open = outcome
        })
    }
</script>

<li>
    <b>{one.name}</b>{one.differences ? ', differences' : ''}
    <span class="soft">{instant(one.askedAt, campus.zone)}, {one.askedBy}</span>
    <p>{says(one)}</p>
    {#if one.state === 'WRITTEN' || one.state === 'PASSED'}
        <p class="acts">
            <a href="/api/exports/{one.id}/file" download>Fetch it</a>
            {#if may && one.givesBack && one.state === 'WRITTEN'}
                <button class="plain" onclick={() => picker?.click()}>Bring its sheet back</button>
                <input
                    class="unseen"
                    tabindex="-1"
                    aria-label="the sheet that came back"
                    type="file"
                    accept=".csv,.tsv,.txt,.xlsx"
                    bind:this={picker}
                    onchange={(e) => {
                        const file = e.currentTarget.files?.[0]
                        e.currentTarget.value = ''
                        open = null
                        if (file) bring(file)
                    }}
                />
            {/if}
            {#if may && waits > 0}
                <button class="plain" onclick={passed}
                    >{one.form === 'PROFILE'
                        ? `All ${number(waits)} went through`
                        : 'It went through'}</button
                >
            {/if}
        </p>
    {/if}
    {#if one.came.length > 0}
        <ul class="came" aria-label="sheets that came back" aria-live="polite">
            {#each one.came as sheet (sheet.id)}
                <li class:brick={sheet.state === 'FAILED'}>
                    <span class="mono">{sheet.name}</span>
                    <span class="soft">{instant(sheet.broughtAt, campus.zone)}, {sheet.broughtBy}</span>
                    <p>{cameBack(sheet)}</p>
                </li>
            {/each}
        </ul>
    {/if}
    {#if failed + left > 0}
        <p class="acts">
            {#if failed > 0}
                <button class="plain brick" aria-expanded={open === 'FAILED'} onclick={() => look('FAILED')}>
                    Why {count(failed, 'row')} failed
                </button>
            {/if}
            {#if left > 0}
                <button
                    class="plain ochre"
                    aria-expanded={open === 'LEFT_OUT'}
                    onclick={() => look('LEFT_OUT')}
                >
                    Why {count(left, 'row')}
                    {left === 1 ? 'was' : 'were'} left out
                </button>
            {/if}
        </p>
    {/if}
    {#if open}
        <ul>
            {#each reasons as [reason, of] (reason)}
                <li>
                    <b>{number(of.length)}</b>
                    {reason}
                    <span class="soft mono"
                        >{of
                            .slice(0, 3)
                            .map((row) => row.cells[0] || row.code)
                            .join(', ')}{of.length > 3 ? ' …' : ''}</span
                    >
                </li>
            {/each}
        </ul>
    {/if}
</li>

<style>
    li {
        border-top: 1px solid var(--hair);
        padding: 7px 0;
        font-size: 13px;
    }
    .acts {
        display: flex;
        flex-wrap: wrap;
        gap: 2px 14px;
        margin: 3px 0;
    }
    ul {
        list-style: none;
        margin: 4px 0 0;
        padding: 0 0 0 10px;
        border-left: 3px solid var(--hair);
    }
    ul li:first-child {
        border-top: 0;
    }
</style>
