<script lang="ts">
    import { get, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { route } from '../frame/nav.svelte'
    import { moment } from '../frame/words'

    /** Who is let into one shell longer than the others, and one more. */
    let {
        shell,
        versions,
        given,
        give,
        end,
    }: {
        shell: string
        versions: string
        given: Api['LifeExtension'][]
        give: (user: string, until: string, reason: string) => void
        end: (id: number) => void
    } = $props()

    let user = $state('')
    let until = $state('')
    let reason = $state('')
    let students = $state.raw<Api['LifeStudent'][]>([])

    $effect(() => {
        const path = { term: route.term, key: shell }
        void campus.attempt(async () => {
            students = versions ? await get('/api/terms/{term}/upkeep/shells/{key}/students', { path }) : []
        })
    })

    function one() {
        give(user, until, reason)
        user = ''
        reason = ''
    }
</script>

<h3>Let in longer than the others</h3>
{#each given as ext (ext.id)}
    <p>
        <b>{ext.name}</b> until {moment(ext.until)} <span class="soft">{ext.reason}, {ext.by}</span>
        {#if campus.may('CHANGE_UPKEEP')}<button class="plain" onclick={() => end(ext.id)}>End that</button
            >{/if}
    </p>
{/each}
{#if campus.may('CHANGE_UPKEEP') && students.length > 0}
    <form
        onsubmit={(event) => {
            event.preventDefault()
            one()
        }}
    >
        <label
            >Student <select bind:value={user}>
                <option value=""></option>
                {#each students as student (student.user)}<option value={student.user}>{student.name}</option
                    >{/each}
            </select></label
        >
        <label>Until the end of <input type="date" bind:value={until} /></label>
        <label>Why <input bind:value={reason} maxlength="1000" size="28" placeholder="an incomplete" /></label
        >
        <button class="plain" disabled={!user || !until || reason.trim() === ''}>Let in longer</button>
    </form>
{:else if given.length === 0}
    <p class="soft">Nobody.</p>
{/if}

<style>
    h3 {
        margin-top: 18px;
    }
    p,
    label {
        display: block;
        margin-top: 8px;
    }
    form button {
        margin-top: 10px;
    }
</style>
