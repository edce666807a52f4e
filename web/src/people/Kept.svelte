<script lang="ts">
    import { download, post, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { count } from '../frame/words'

    /** What is kept of one person: handed over as a file, or erased. */
    let {
        name = '',
        done = () => {},
    }: {
        /** As which somebody is known; empty where it is asked for. */
        name?: string
        /** After it was erased. */
        done?: (says: string) => void
    } = $props()

    let asked = $state('')
    let kept = $state.raw<Api['PersonalDataKept'] | null>(null)
    let sure = $state(false)

    const who = $derived(name || asked)
    const known = $derived(kept ? kept.person || kept.login : '')

    function look(event?: SubmitEvent) {
        event?.preventDefault()
        kept = null
        sure = false
        void campus.attempt(async () => {
            kept = await post('/api/people/kept', { body: { who } })
        })
    }

    function handOver() {
        void campus.attempt(() => download('/api/people/kept/file', { who: known }, `kept-of-${known}.json`))
    }

    function erase() {
        void campus.attempt(async () => {
            const gone = await post('/api/people/kept/erasure', { body: { who: known } })
            const rows = Object.values(gone).reduce((sum, each) => sum + each, 0)
            kept = null
            asked = ''
            done(`Erased: ${count(rows, 'row', 'rows')}; the ledger says that it was done.`)
        })
    }
</script>

<h3>What is kept of {name ? 'this person' : 'somebody'}</h3>
{#if !name}
    <p class="soft">
        For whoever asks what Chalk Line has of them, students too: to hand it over, or to erase it.
    </p>
    <form onsubmit={look}>
        <label
            >Sign-in name, number in the list, or address <input
                bind:value={asked}
                required
                maxlength="320"
            /></label
        >
        <button class="plain">Look</button>
    </form>
{:else if !kept}
    <p><button class="plain" onclick={() => look()}>Look</button></p>
{/if}
{#if kept}
    <table>
        <tbody>
            {#each kept.parts as part (part.what)}
                <tr>
                    <th scope="row"
                        >{part.what}{#if part.stays}<br /><span class="soft">{part.stays}</span>{/if}</th
                    >
                    <td class="mono">{part.rows}</td>
                </tr>
            {/each}
        </tbody>
    </table>
    <p><button class="plain" onclick={handOver}>Hand over as a file</button></p>
    {#if kept.inTheWay.length > 0}
        <p class="soft">It can't be erased yet.</p>
        <ul>
            {#each kept.inTheWay as reason (reason)}<li>{reason}</li>{/each}
        </ul>
    {:else if sure}
        <p>
            <b>This can't be taken back.</b> What was built stays as it is, in the LMS too.
        </p>
        <p class="acts">
            <button class="plain brick" onclick={erase}>Erase for good</button>
            <button class="plain" onclick={() => (sure = false)}>Leave it</button>
        </p>
    {:else}
        <p><button class="plain" onclick={() => (sure = true)}>Erase …</button></p>
    {/if}
{/if}

<style>
    h3 {
        margin-top: 22px;
        font-size: 1rem;
    }
    p,
    form,
    ul {
        margin-top: 10px;
    }
    ul {
        padding-left: 18px;
    }
    input {
        width: 100%;
        margin-bottom: 8px;
    }
    table {
        margin-top: 10px;
        width: 100%;
        border-collapse: collapse;
    }
    th,
    td {
        text-align: left;
        font-weight: normal;
        vertical-align: top;
        padding: 4px 0;
        border-bottom: 1px solid var(--hair);
    }
    td {
        text-align: right;
    }
    .acts {
        display: flex;
        gap: 18px;
    }
</style>
