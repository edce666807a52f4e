<script lang="ts">
    import { untrack } from 'svelte'
    import { post, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { follow, route } from '../frame/nav.svelte'
    import { instant } from '../frame/words'
    import { list } from '../teaching/words'
    import Does from './Does.svelte'
    import { decided, STATES } from './words'

    /** One request: what it would do, what was said about it, and what can be done about it. */
    let { one, came }: { one: Api['RequestOne']; came: (one: Api['RequestOne'], says: string) => void } =
        $props()

    let note = $state('')
    let title = $state(untrack(() => one.wish.title ?? ''))
    let opens = $state(untrack(() => one.wish.opens ?? ''))
    let changing = $state(false)
    let busy = $state(false)

    const open = $derived(one.row.state === 'ASKED' || one.row.state === 'BACK')
    const decides = $derived(open && one.row.may)
    const changeable = $derived(one.wish.kind === 'TITLE' || one.wish.kind === 'WINDOW')
    const path = $derived({ id: one.row.id })

    function act(work: () => Promise<Api['RequestOne']>, says: string) {
        busy = true
        void campus.attempt(async () => came(await work(), says)).finally(() => (busy = false))
    }

    function decide(what: 'APPROVE' | 'DECLINE' | 'ASK_BACK', says: string) {
        const instead =
            changing && what === 'APPROVE'
                ? { ...one.wish, title: title || null, opens: opens || null }
                : null
        act(
            () =>
                post('/api/requests/{id}/decision', {
                    path,
                    body: { version: one.row.version, what, note, instead },
                }),
            says,
        )
    }
</script>

<h2>{one.row.words}</h2>
<p class="soft">
    Request {one.row.id}, {one.row.asker}, {instant(one.row.askedAt, campus.zone)}. {one.row.departments}.
</p>
<p class={STATES[one.row.state].tone}>
    {STATES[one.row.state].mark}
    {STATES[one.row.state].says}
    {decided(one.row)}{one.row.reason ? `: ${one.row.reason}` : ''}
    {#if one.build && campus.walks}<a
            href={route.href('build', { id: String(one.build) }, one.row.term)}
            onclick={follow}>its build</a
        >{/if}
</p>
{#if one.wish.note}<p>“{one.wish.note}”</p>{/if}
<h3>{open ? 'What it would do' : 'What it was to do'}</h3>
<Does does={one.does} />
{#if open && one.does.deciders.length > 0}
    <p class="soft">Decided by {list(one.does.deciders.map((who) => who.name))}.</p>
{/if}
{#if decides}
    {#if changing && one.wish.kind === 'TITLE'}
        <label class="note">Title instead <input bind:value={title} maxlength="200" /></label>
    {:else if changing}
        <label class="note">Open from, instead <input type="date" bind:value={opens} /></label>
    {/if}
    <label class="note"
        >Why, or what you want to know <textarea rows="2" bind:value={note} maxlength="1000"
        ></textarea></label
    >
    <p class="acts">
        <button class="go" disabled={busy} onclick={() => decide('APPROVE', 'Approved; it is built now.')}
            >{changing ? 'Approve it so' : 'Approve'}</button
        >
        {#if changeable && !changing}<button class="plain" onclick={() => (changing = true)}
                >With changes …</button
            >{/if}
        <button class="plain" disabled={busy || !note.trim()} onclick={() => decide('DECLINE', 'Declined.')}
            >Decline</button
        >
        <button
            class="plain"
            disabled={busy || !note.trim()}
            onclick={() => decide('ASK_BACK', 'Asked back.')}>Ask back</button
        >
    </p>
{/if}
{#if one.row.own && open}
    {#if one.row.state === 'BACK'}
        <label class="note"
            >Your answer <textarea rows="2" bind:value={note} maxlength="1000"></textarea></label
        >
        <p class="acts">
            <button
                class="go"
                disabled={busy || !note.trim()}
                onclick={() =>
                    act(
                        () =>
                            post('/api/requests/{id}/answer', {
                                path,
                                body: { version: one.row.version, wish: { ...one.wish, note } },
                            }),
                        'Answered.',
                    )}>Answer</button
            >
        </p>
    {/if}
    <p>
        <button
            class="plain"
            disabled={busy}
            onclick={() =>
                act(
                    () =>
                        post('/api/requests/{id}/withdrawal', { path, query: { version: one.row.version } }),
                    'Taken back.',
                )}>Take it back</button
        >
    </p>
{/if}
<h3>What was said</h3>
<ol>
    {#each one.turns as turn (turn.at + turn.what)}
        <li>
            <b>{turn.who}</b>
            {turn.what}{turn.note ? `: ${turn.note}` : ''}
            <span class="soft">{instant(turn.at, campus.zone)}</span>
        </li>
    {/each}
</ol>

<style>
    p {
        margin-top: 8px;
    }
    h3 {
        margin-top: 16px;
    }
    .note {
        display: grid;
        gap: 4px;
        margin-top: 12px;
    }
    .acts {
        display: flex;
        gap: 18px;
        align-items: baseline;
        flex-wrap: wrap;
    }
    ol {
        list-style: none;
        padding: 0;
        margin: 6px 0 0;
    }
    li {
        border-top: 1px solid var(--hair);
        padding: 5px 0;
    }
    li span {
        display: block;
        font-size: 12.5px;
    }
</style>
