<script lang="ts">
    import { post, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { route } from '../frame/nav.svelte'
    import { count } from '../frame/words'

    /** Of a held list, a department's part can be left out: it stays as it was, and the rest is read again without it. */
    let {
        arrival,
        department,
        term,
        done,
    }: {
        arrival: Api['ArrivalView']
        department: Api['ChangeDepartment']
        term: string
        done: () => Promise<void>
    } = $props()

    let reason = $state('')
    let busy = $state(false)

    const fetched = $derived(arrival.way !== 'FILE')

    function leaveOut(kind: 'CANCELLATIONS' | 'INSTRUCTORS') {
        void campus.attempt(async () => {
            busy = true
            try {
                await post('/api/arrivals/left-out', {
                    body: { kind, term, department: department.code, reason },
                })
                if (fetched) {
                    await post('/api/arrivals/{id}/turn-away', {
                        path: { id: arrival.id },
                        body: { reason: `read again with a part left out: ${reason}` },
                    })
                    await post('/api/arrivals/fetch', { query: { source: arrival.source } })
                    route.set({ id: '', of: '', department: '' })
                }
                reason = ''
                await done()
            } finally {
                busy = false
            }
        })
    }
</script>

<div class="out">
    <label
        >Why <input
            bind:value={reason}
            size="40"
            placeholder="what the department said, for example"
        /></label
    >
    {#if department.sectionsOut > 0}
        <button class="plain" disabled={busy || !reason.trim()} onclick={() => leaveOut('CANCELLATIONS')}>
            Keep its {count(department.sectionsOut, 'cancelled section')}
        </button>
    {/if}
    {#if department.instructorsOut > 0}
        <button class="plain" disabled={busy || !reason.trim()} onclick={() => leaveOut('INSTRUCTORS')}>
            Keep its instructors
        </button>
    {/if}
    <p class="soft">
        It stays so until somebody lifts it. {fetched
            ? 'The list is then fetched and judged again.'
            : 'Then turn this list away and drop the file again.'}
    </p>
</div>

<style>
    .out {
        display: flex;
        flex-wrap: wrap;
        gap: 4px 14px;
        align-items: baseline;
        margin-top: 8px;
    }
    p {
        flex-basis: 100%;
        margin: 0;
        font-size: 13px;
    }
</style>
