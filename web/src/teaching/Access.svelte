<script lang="ts">
    import { onMount } from 'svelte'
    import { get, post, remove, type Api } from '../api/client'
    import { day } from '../frame/words'

    /** Who is in a shell beside its students, from where, and how others come in. */
    let { term, shellKey, close }: { term: string; shellKey: string; close?: () => void } = $props()

    const ROLES = { INSTRUCTOR: 'co-instructor', ASSISTANT: 'assistant', DESIGNER: 'designer' }
    const WAYS: Record<string, string> = {
        roster: 'by the roster',
        code: 'by an entry code',
        'by-hand': 'put in by hand',
        visitors: 'as visitors, who only look',
    }

    let access = $state.raw<Api['Access'] | null>(null)
    let part = $state('')
    let found = $state.raw<Api['PeopleOfListFound'][]>([])
    let user = $state('')
    let role = $state<keyof typeof ROLES>('INSTRUCTOR')
    let until = $state('')
    let codeUntil = $state('')
    let says = $state('')
    let busy = $state(false)
    let asked = 0
    /** The part of a name that was looked for last. */
    let looked = $state('')

    const path = $derived({ term, key: shellKey })
    const chosen = $derived(found.find((one) => one.user === user))

    onMount(() => void attempt(load))

    async function attempt(work: () => Promise<void>) {
        says = ''
        try {
            await work()
        } catch (e) {
            says = e instanceof Error ? e.message : String(e)
        }
    }

    /** What changes something is done once, however often it is pressed. */
    async function act(work: () => Promise<void>) {
        if (busy) return
        busy = true
        await attempt(work)
        busy = false
    }

    async function load() {
        access = await get('/api/terms/{term}/shells/{key}/access', { path })
    }

    function search() {
        user = ''
        const mine = ++asked
        if (part.trim().length < 2) {
            found = []
            return
        }
        void attempt(async () => {
            const all = await get('/api/listed-people', { query: { part } })
            if (mine === asked) {
                looked = part
                found = all
                user = all[0]?.user ?? ''
            }
        })
    }

    function letIn(event: SubmitEvent) {
        event.preventDefault()
        void act(async () => {
            access = await post('/api/terms/{term}/shells/{key}/people', {
                path,
                body: { user, role, until: until || null, reason: '' },
            })
            asked++
            part = ''
            found = []
            user = ''
        })
    }

    function end(id: number) {
        void act(async () => {
            await remove('/api/terms/{term}/shells/{key}/people/{id}', { path: { ...path, id } })
            await load()
        })
    }

    function makeCode() {
        void act(async () => {
            access = await post('/api/terms/{term}/shells/{key}/entry-code', {
                path,
                body: { until: codeUntil || null },
            })
        })
    }

    function endCode() {
        void act(async () => {
            await remove('/api/terms/{term}/shells/{key}/entry-code', { path })
            await load()
        })
    }

    function from(member: Api['AccessMember']): string {
        if (member.from === 'LIST') return `by the registrar's list, ${member.through}`
        if (member.from === 'BY_HAND') return 'put in in the LMS itself'
        return `let in by ${member.through}${member.told ? '' : ', as soon as the shell stands'}`
    }
</script>

<section class="access" aria-label="Who is in the shell">
    {#if access}
        <ul>
            {#each access.members as member (`${member.from} ${member.id} ${member.user} ${member.role}`)}
                <li>
                    <b>{member.name}</b>, {member.role}
                    <span class="soft"
                        >{from(member)}{member.until ? `, until ${day(member.until)}` : ''}</span
                    >
                    {#if member.id > 0}
                        <button class="plain" onclick={() => end(member.id)}
                            >Let out<span class="unseen"> {member.name}</span></button
                        >
                    {/if}
                </li>
            {:else}
                <li class="soft">Nobody teaches it yet.</li>
            {/each}
        </ul>
        <form onsubmit={letIn}>
            <label
                >Let in <input
                    bind:value={part}
                    oninput={search}
                    placeholder="a part of a name"
                    aria-label="Let in somebody, by a part of the name"
                /></label
            >
            {#if found.length > 0}
                <label
                    ><span class="unseen">Who</span><select bind:value={user}
                        >{#each found as one (one.user)}<option value={one.user}
                                >{one.name}{one.email ? `, ${one.email}` : ''}</option
                            >{/each}</select
                    ></label
                >
                <label
                    >as <select bind:value={role}
                        >{#each Object.entries(ROLES) as [key, name] (key)}<option value={key}>{name}</option
                            >{/each}</select
                    ></label
                >
                <label>until <input type="date" bind:value={until} /></label>
                <button class="go" disabled={!chosen}>Let {chosen?.name ?? 'them'} in</button>
            {:else if part.trim().length > 1 && looked === part}
                <span class="soft">Nobody of the list has that in the name.</span>
            {/if}
        </form>
        <p>
            Students come in {access.ways.map((way) => WAYS[way] ?? way).join(', ')}.
            {#if access.ways.includes('code')}
                {#if access.entryCode}
                    The code is <b class="mono">{access.entryCode.code}</b>{access.entryCode.until
                        ? `, good until ${day(access.entryCode.until)}`
                        : ''}.
                    <button class="plain" onclick={makeCode}>Make another</button>
                    <button class="plain" onclick={endCode}>End it</button>
                {:else}
                    <label>Good until <input type="date" bind:value={codeUntil} /></label>
                    <button class="plain" onclick={makeCode}>Make a code</button>
                {/if}
            {/if}
        </p>
    {:else if !says}
        <p class="soft">Looking …</p>
    {/if}
    <p class="brick" role="alert">{says}</p>
    {#if close}<p><button class="plain" onclick={close}>Done</button></p>{/if}
</section>

<style>
    .access {
        border-left: 3px solid var(--chalk);
        padding: 6px 0 8px 14px;
        margin: 10px 0;
        display: grid;
        gap: 10px;
    }
    ul {
        list-style: none;
        margin: 0;
        padding: 0;
        display: grid;
        gap: 4px;
    }
    form {
        display: flex;
        flex-wrap: wrap;
        gap: 8px 14px;
        align-items: baseline;
    }
    p[role='alert']:empty {
        display: none;
    }
</style>
