<script lang="ts">
    import { get, post, remove, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { instant } from '../frame/words'

    /** The calendars that a shell is in, as files and as addresses to subscribe to. */
    let { term, shell }: { term: string; shell: string } = $props()

    let all = $state.raw<Api['CalendarAbout'][]>([])
    /** Addresses made just now; they are told only once. */
    let made = $state.raw<Record<string, string>>({})
    const base = $derived(`/api/terms/${encodeURIComponent(term)}`)
    const KINDS: Record<string, string> = { SHELL: 'this shell', INSTRUCTOR: '', DEPARTMENT: 'all of ' }

    $effect(() => {
        const abort = new AbortController()
        made = {}
        load(abort.signal).catch((e) => {
            if (!abort.signal.aborted) campus.trouble = e.message
        })
        return () => abort.abort()
    })

    function file(one: Api['CalendarAbout']): string {
        return `${base}/calendar?${new URLSearchParams({ kind: one.kind, key: one.key })}`
    }

    async function load(signal?: AbortSignal) {
        all = await get('/api/terms/{term}/calendars', { path: { term }, query: { shell } }, signal)
    }

    function withdraw(one: Api['CalendarAbout']) {
        void campus.attempt(async () => {
            await remove('/api/terms/{term}/calendars', {
                path: { term },
                query: { kind: one.kind, key: one.key },
            })
            made = {}
            await load()
        })
    }

    function make(one: Api['CalendarAbout']) {
        void campus.attempt(async () => {
            const answer = await post('/api/terms/{term}/calendars', {
                path: { term },
                body: { kind: one.kind, key: one.key },
            })
            made = { ...made, [one.kind + one.key]: location.origin + answer.path }
        })
    }
</script>

<h3>Calendars</h3>
{#each all as one (one.kind + one.key)}
    {@const address = made[one.kind + one.key]}
    <div class="one">
        <span>{one.kind === 'SHELL' ? KINDS.SHELL : `${KINDS[one.kind]}${one.name}`}</span>
        <a href={file(one)} download>file<span class="unseen"> of the calendar of {one.name}</span></a>
        {#if campus.may('CHANGE_CONVENTIONS')}
            <button class="plain" onclick={() => make(one)}
                >{one.madeBy || address ? 'renew the address' : 'make an address'}</button
            >
            {#if one.madeBy || address}
                <button class="plain" onclick={() => withdraw(one)}
                    >withdraw it<span class="unseen"> from {one.name}</span></button
                >
            {/if}
        {/if}
        {#if address}
            <input
                readonly
                aria-label="Address to subscribe to"
                value={address}
                onfocus={(e) => e.currentTarget.select()}
            />
            <span class="soft small">It is shown only now. Who has it can read this calendar.</span>
        {:else if one.madeBy && one.madeAt}
            <span class="soft small"
                >address made by {one.madeBy}, {instant(one.madeAt, campus.zone)}; renewing or withdrawing
                ends it</span
            >
        {/if}
    </div>
{/each}

<style>
    h3 {
        margin: 16px 0 4px;
    }
    .one {
        display: flex;
        gap: 4px 14px;
        flex-wrap: wrap;
        align-items: baseline;
        border-top: 1px solid var(--hair);
        padding: 5px 0 6px;
        font-size: 13px;
    }
    .one > span:first-child {
        flex: 1;
    }
    input {
        width: 100%;
        font: 12px var(--mono);
        min-height: 26px;
    }
    .small {
        width: 100%;
        font-size: 12px;
    }
</style>
