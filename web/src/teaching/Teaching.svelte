<script lang="ts">
    import { onMount } from 'svelte'
    import { SvelteSet } from 'svelte/reactivity'
    import { get, type Api } from '../api/client'
    import { again } from '../frame/again'
    import { campus } from '../frame/campus.svelte'
    import { follow, route } from '../frame/nav.svelte'
    import { count, day } from '../frame/words'
    import { OPEN, STATES } from '../requests/words'
    import Asking from './Asking.svelte'
    import SectionLine from './SectionLine.svelte'
    import { mailTo, notYet } from './words'

    /** What whoever teaches comes for twice a year: their sections as lines of plain sentences. */
    const AGAIN_MILLIS = 2000

    let all = $state.raw<Api['Teaching'] | null>(null)
    let joining = $state<string[]>([])
    let taking = $state('')
    let says = $state('')
    const marks = new SvelteSet<string>()
    const watch = again(load, AGAIN_MILLIS)

    const waiting = $derived((all?.requests ?? []).filter((one) => OPEN.includes(one.state)))
    const lately = $derived((all?.requests ?? []).filter((one) => !OPEN.includes(one.state)).slice(0, 5))

    onMount(() => {
        void campus.attempt(load)
        return watch.end
    })

    /** While something is being built, it is looked at again and again. */
    async function load() {
        all = await get('/api/teaching')
        if (all.requests.some((one) => one.state === 'APPROVED' || one.state === 'BUILDING')) watch.later()
    }

    function asked(one: Api['RequestOne']) {
        says =
            one.row.state === 'ASKED'
                ? `${one.row.words}: asked. You get mail when it is decided.`
                : `${one.row.words}: it is on its way, and you get mail when it stands.`
        marks.clear()
        joining = []
        taking = ''
        void campus.attempt(load)
    }

    function of(term: Api['TeachingTerm']) {
        return term.sections.filter((section) => marks.has(section.id))
    }

    function about(section: Api['TeachingSection']) {
        return (all?.requests ?? []).filter((one) => one.words.includes(section.label))
    }

    function toggle(id: string) {
        if (!marks.delete(id)) marks.add(id)
        joining = []
    }
</script>

<main class="teaching" tabindex="-1">
    <h1>My teaching</h1>
    <p class="says moss" role="status">{says}</p>
    {#if all === null}
        <p class="soft">Looking …</p>
    {:else if !all.listed || all.terms.every((term) => term.sections.length === 0)}
        <p class="begin">
            {all.listed
                ? 'The registrar has no sections for you in the terms that are being prepared.'
                : "The registrar's list does not have you yet."}
            Write to your department's scheduler, who can put that right; your sections then appear here by themselves.
        </p>
    {/if}
    {#each all?.terms ?? [] as term (term.code)}
        {#if term.sections.length > 0 || term.contacts.length > 0}
            <section aria-label={term.name}>
                <h2>
                    {term.name}
                    <span class="soft"
                        >{day(term.firstDay)}{term.lastDay ? ` to ${day(term.lastDay)}` : ''}, {count(
                            term.sections.length,
                            'section',
                        )}</span
                    >
                </h2>
                {#if notYet(term.asking, term.name)}<p class="ochre">
                        ▲ {notYet(term.asking, term.name)}
                    </p>{/if}
                {#if of(term).length > 1}
                    <div class="chosen">
                        <button class="go" onclick={() => (joining = of(term).map((one) => one.id))}
                            >One shell for these {of(term).length} sections</button
                        >
                        <button class="plain" onclick={() => marks.clear()}>Unmark</button>
                        {#if joining.length > 1}
                            {#key joining.join()}
                                <Asking
                                    term={term.code}
                                    kind="TOGETHER"
                                    chosen={joining}
                                    sections={of(term)}
                                    {asked}
                                    close={() => (joining = [])}
                                />
                            {/key}
                        {/if}
                    </div>
                {/if}
                <ul>
                    {#each term.sections as section (section.id)}
                        <SectionLine
                            {section}
                            {term}
                            all={term.sections}
                            starts={all?.starts ?? []}
                            requests={about(section)}
                            marked={marks.has(section.id)}
                            mark={() => toggle(section.id)}
                            {asked}
                        />
                    {/each}
                </ul>
                {#if term.free.length > 0}
                    <h3>Nobody teaches these yet, of courses that you teach</h3>
                    <ul class="free">
                        {#each term.free as one (one.id)}
                            <li>
                                <b>{one.label}</b>
                                {one.courseTitle}
                                <button
                                    class="plain"
                                    disabled={!term.asking.open}
                                    onclick={() => (taking = taking === one.id ? '' : one.id)}
                                    >I teach it<span class="unseen">: {one.label}</span></button
                                >
                                {#if taking === one.id}
                                    <Asking
                                        term={term.code}
                                        kind="TAKE_OVER"
                                        chosen={[one.id]}
                                        {asked}
                                        close={() => (taking = '')}
                                    />
                                {/if}
                            </li>
                        {/each}
                    </ul>
                {/if}
                {#if term.contacts.length > 0}
                    <p class="contacts">
                        Is a section missing or wrong? Write to
                        {#each term.contacts as one, i (one.login)}{i > 0 ? ', ' : ''}<a
                                href={mailTo(one, term.name, all?.name ?? '')}>{one.name}</a
                            >{/each}, who plans {term.sections.length > 0 ? 'these departments' : 'the term'}.
                    </p>
                {/if}
            </section>
        {/if}
    {/each}
    {#if waiting.length + lately.length > 0}
        <section aria-label="What you asked for">
            <h2>What you asked for</h2>
            <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions -->
            <ul class="asked" onclick={follow}>
                {#each [...waiting, ...lately] as one (one.id)}
                    <li>
                        <a href={route.href('desk', { view: 'requests', request: String(one.id) })}
                            >{one.words}</a
                        >
                        <span class={STATES[one.state].tone}
                            >{STATES[one.state].mark} {STATES[one.state].says}</span
                        >{one.reason ? `: ${one.reason}` : ''}
                    </li>
                {/each}
            </ul>
        </section>
    {/if}
    {#if all && all.past.length > 0}
        <section aria-label="Terms before">
            <h2>Terms before</h2>
            <ul class="free">
                {#each all.past as shell (shell.key)}
                    <li>
                        <span class="mono">{shell.term}</span>
                        {shell.title} <span class="mono soft">{shell.code}</span>
                    </li>
                {/each}
            </ul>
        </section>
    {/if}
    {#if all}<p class="soft">Times are those of {all.zone}.</p>{/if}
</main>

<style>
    main {
        flex: 1;
        overflow: auto;
        background: var(--sheet);
        padding: 18px 20px 40px;
    }
    main:focus {
        outline: none;
    }
    main > :global(*) {
        max-width: 860px;
    }
    section {
        margin-top: 18px;
    }
    h2 span {
        font-size: 14px;
        font-weight: 400;
    }
    h3 {
        margin-top: 14px;
    }
    ul {
        list-style: none;
        padding: 0;
        margin: 10px 0 0;
    }
    .free li,
    .asked li {
        padding: 5px 0;
    }
    .begin {
        font-size: 16px;
        max-width: 56ch;
        margin-top: 12px;
    }
    .chosen {
        position: sticky;
        top: -18px;
        background: var(--chalk-wash);
        padding: 10px 14px;
        margin-top: 10px;
        z-index: 1;
    }
    .contacts {
        margin-top: 12px;
    }
    .says {
        min-height: 1.35em;
    }
</style>
