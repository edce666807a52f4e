<script lang="ts">
    import { onMount } from 'svelte'
    import { get, post, upload, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { NO_TERM, route } from '../frame/nav.svelte'
    import { sheet as courses } from '../sheets/sheet.svelte'

    /** What brings lists in: fetching, files and, for courses that no registrar lists, rows that are pasted. */
    let { came }: { came: () => Promise<void> } = $props()

    /** As docs/limits.md says. */
    const MOST_BYTES = 512 * 1024 * 1024

    let sources = $state.raw<Api['ScheduleView'][]>([])
    /** Of which registrar a file is. */
    let fileSource = $state('registrar')
    let picker = $state<HTMLInputElement>()

    onMount(() => {
        void campus.attempt(async () => {
            sources = await get('/api/arrivals/sources')
        })
    })

    function fetchList(source: string) {
        void campus.attempt(async () => {
            await post('/api/arrivals/fetch', { query: { source } })
            await came()
        })
    }

    export function send(file: File | undefined) {
        if (!file) return
        void campus.attempt(async () => {
            if (file.size > MOST_BYTES)
                throw new Error(`${file.name} has more than 512 MB; no list has so much.`)
            if (!isBundle(file)) {
                route.go('arrivals', { view: 'sheet' })
                await courses.open(file)
                return
            }
            await upload('/api/arrivals', file, fileSource)
            await came()
        })
    }

    /** What is no zip is a sheet of courses; so is a workbook. */
    function isBundle(file: File): boolean {
        return !/\.(csv|tsv|txt|xlsx)$/i.test(file.name)
    }

    /** Rows from a spreadsheet may be pasted here already. */
    function pasted(event: ClipboardEvent) {
        const text = event.clipboardData?.getData('text/plain') ?? ''
        const isWriting =
            event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement
        if (!campus.may('CHANGE_LISTS') || route.term === NO_TERM || isWriting || !/[\t\n]/.test(text.trim()))
            return
        event.preventDefault()
        void campus.attempt(async () => {
            await courses.paste(text)
            route.go('arrivals', { view: 'sheet' })
        })
    }
</script>

<svelte:window onpaste={pasted} />

{#each sources.filter((one) => one.addressSet) as source, i (source.source)}
    <button class={i === 0 ? 'go' : 'plain'} onclick={() => fetchList(source.source)}
        >{sources.length === 1 ? 'Fetch the list' : `Fetch ${source.name}`}</button
    >
{:else}
    {#if sources.length > 0}<span class="ochre">▲ REGISTRAR_URL is not set</span>{/if}
{/each}
{#if sources.length > 1}
    <label
        >files are of
        <select bind:value={fileSource}>
            {#each sources as source (source.source)}<option value={source.source}>{source.name}</option
                >{/each}
        </select></label
    >
{/if}
<button class="plain" onclick={() => picker?.click()}>Choose a file</button>
<span class="soft">or drop one on the sheet</span>
<input
    bind:this={picker}
    type="file"
    accept=".zip,.csv,.tsv,.txt,.xlsx"
    hidden
    onchange={() => {
        send(picker?.files?.[0])
        if (picker) picker.value = ''
    }}
/>
