<script lang="ts">
    import { get, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { route } from '../frame/nav.svelte'
    import { count, instant, number } from '../frame/words'

    /** One master: who shares it, what was edited in it, and which shells of this term can take that. */
    let {
        master,
        shells,
        share,
        unshare,
        take,
        edit,
    }: {
        master: Api['MasterRow']
        /** Those of this term that started from it. */
        shells: Api['LifeFromMaster'][]
        share: (user: string, role: Api['MasterShare']['role']) => void
        unshare: (user: string) => void
        take: (shells: number) => void
        edit: () => void
    } = $props()

    const STATES: Record<Api['LifeFromMaster']['state'], string> = {
        CURRENT: 'as it is now',
        CAN_TAKE: 'before it was edited, nobody has worked in them',
        WORKED_IN: 'before it was edited, and somebody has worked in them since',
        NOT_KNOWN: 'before it was edited; the LMS does not say who worked in them',
    }
    let content = $state.raw<Api['MasterContent'] | null>(null)
    let part = $state('')
    let role = $state<Api['MasterShare']['role']>('INSTRUCTOR')
    let found = $state.raw<Api['MasterFound'][]>([])

    $effect(() => {
        const id = master.id
        void campus.attempt(async () => {
            content = await get('/api/master/{id}', { path: { id } })
        })
    })
    $effect(() => {
        const words = part.trim()
        const abort = new AbortController()
        if (words.length < 2) found = []
        else
            get('/api/masters/people', { query: { part: words } }, abort.signal)
                .then((all) => (found = all))
                .catch((e) => {
                    if (!abort.signal.aborted) campus.trouble = e.message
                })
        return () => abort.abort()
    })

    const states = $derived(
        (Object.keys(STATES) as Api['LifeFromMaster']['state'][])
            .map((state) => ({ state, own: shells.filter((one) => one.state === state) }))
            .filter((one) => one.own.length > 0),
    )
    const ready = $derived(shells.filter((one) => one.state === 'CAN_TAKE').length)
    const from = $derived(Math.min(...shells.map((one) => one.version)))
    /** Versions after the earliest from which shells of this term started; without any, all. */
    const edits = $derived(
        (content?.versions ?? []).filter(
            (one) => one.edits.length > 0 && (shells.length === 0 || one.number > from),
        ),
    )
    const items = $derived((content?.units ?? []).reduce((sum, unit) => sum + unit.items.length, 0))
    const mayChange = $derived(campus.may('CHANGE_MASTERS') && master.retiredAt === null)
</script>

<h2><span class="code">{master.code}</span></h2>
<p>{master.title}</p>
{#if !master.stands}<p class="brick">▲ It is not in the LMS. Change it to have it made.</p>{/if}
{#if master.says}<p>{master.says}</p>{/if}
{#if master.retiredAt}
    <p>Put away by {master.retiredBy}, {instant(master.retiredAt, campus.zone)}. Nothing starts from it.</p>
{/if}
<p class="soft">
    {master.courses.length > 0 ? `For ${master.courses.join(', ')}.` : 'For no course yet.'}
    {content && content.versions.length > 0
        ? `${count(content.units.length, 'unit')}, ${count(items, 'item')}.`
        : 'Nobody has looked at its content yet.'}
    {#if mayChange}<button class="plain" onclick={edit}>Change …</button>{/if}
</p>

<h3>Shared with</h3>
{#each master.people as person (person.user)}
    <p>
        <b>{person.name}</b> <span class="soft">{person.role}</span>
        {#if mayChange}<button
                class="plain"
                aria-label="Take out {person.name}"
                onclick={() => unshare(person.user)}>Take out</button
            >{/if}
    </p>
{:else}
    <p class="soft">Nobody.</p>
{/each}
{#if mayChange}
    <p class="add">
        <select bind:value={role} aria-label="As">
            <option value="INSTRUCTOR">instructor</option>
            <option value="DESIGNER">designer</option>
        </select>
        <input bind:value={part} placeholder="name or address" aria-label="Share with" />
    </p>
    {#each found as one (one.user)}
        <p>
            <button
                class="plain"
                onclick={() => {
                    share(one.user, role)
                    part = ''
                }}>{one.name}</button
            > <span class="soft">{one.email}{one.teaches ? '' : ', teaches nothing'}</span>
        </p>
    {/each}
{/if}

<h3>{route.term}: {count(shells.length, 'shell')} started from it</h3>
{#each states as one (one.state)}
    <p>
        <b>{number(one.own.length)}</b>
        {STATES[one.state]}
        <span class="soft code"
            >{one.own
                .slice(0, 3)
                .map((shell) => shell.code)
                .join(' ')}{one.own.length > 3 ? ' …' : ''}</span
        >
    </p>
{:else}
    <p class="soft">
        A layer with the setting template “{master.courses.length > 0 ? 'master' : `master:${master.id}`}” has
        sections start from it.
    </p>
{/each}
{#if mayChange && ready > 0}
    <p><button class="go" onclick={() => take(ready)}>Take the edits into {count(ready, 'shell')}</button></p>
{/if}

<h3>Edited since</h3>
{#each edits as version (version.number)}
    <p class="soft">seen {instant(version.seenAt, campus.zone)}</p>
    <ul>
        {#each version.edits.slice(0, 12) as one, i (i)}
            <li>
                {one.what}: {one.title}
                <span class="soft">{one.kind}{one.unit === one.title ? '' : ` in ${one.unit}`}</span>
            </li>
        {/each}
        {#if version.edits.length > 12}<li class="soft">and {number(version.edits.length - 12)} more</li>{/if}
    </ul>
{:else}
    <p class="soft">Nothing that anybody has seen.</p>
{/each}

<style>
    p {
        margin-top: 8px;
    }
    h3 {
        margin-top: 18px;
    }
    .add {
        display: flex;
        gap: 8px;
    }
    .add input {
        flex: 1;
        min-width: 0;
    }
    ul {
        margin: 4px 0 0;
        padding-left: 18px;
    }
</style>
