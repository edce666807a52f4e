<script lang="ts">
    import { campus } from './campus.svelte'
    import { follow, NO_TERM, route } from './nav.svelte'
    import { day, daysBetween } from './words'
    import You from './You.svelte'

    let { find = $bindable() }: { find: HTMLInputElement | undefined } = $props()

    let youShown = $state(false)
    const term = $derived(campus.terms.find((t) => t.code === route.term))
    const away = $derived(term ? daysBetween(campus.today, term.firstDay) : 0)
    /** What there is for this person beside the line. */
    const places = $derived(
        (
            [
                [campus.walks, '', 'Desk'],
                [campus.may('TEACH'), 'teaching', 'My teaching'],
                [campus.may('READ_REQUESTS'), 'requests', 'Requests'],
                [campus.may('READ_PEOPLE'), 'people', 'People'],
            ] as const
        )
            .filter(([there]) => there)
            .map(([, view, name]) => [view, name] as const),
    )
    const place = $derived(
        route.station === 'desk' ? (route.params.view ?? (campus.walks ? '' : 'teaching')) : 'elsewhere',
    )
    let text = $derived(route.station === 'proof' ? (route.params.q ?? '') : '')

    function typed() {
        if (route.station === 'proof') route.set({ q: text })
    }

    function entered(event: KeyboardEvent) {
        if (event.key === 'Enter' && route.station !== 'proof') route.go('proof', { q: text })
        if (event.key === 'Escape') {
            text = ''
            typed()
            find?.blur()
        }
    }

    function chooseTerm(event: Event) {
        route.setTerm((event.target as HTMLSelectElement).value)
        void campus.attempt(() => campus.refresh())
    }
</script>

<header>
    <!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_click_events_have_key_events -->
    <nav onclick={follow} aria-label="Home">
        <a class="mark" href="/">
            <svg width="16" height="24" viewBox="0 0 16 24" aria-hidden="true">
                <path d="M8 0v9M4 9h8l-1 5-3 9-3-9z" fill="currentColor" stroke="currentColor" />
            </svg>
            <span>Chalk Line</span>
        </a>
    </nav>
    {#if campus.walks && route.term !== NO_TERM && campus.terms.length > 0}
        <label>
            <span class="unseen">Term</span>
            <select class="term" value={route.term} onchange={chooseTerm}>
                {#each campus.terms as one (one.code)}
                    <option value={one.code}>{one.name} {one.code}</option>
                {/each}
            </select>
        </label>
        {#if term}
            <span class="soft away">
                {away > 0 ? 'starts' : 'started'}
                {day(term.firstDay)}{away > 0 ? `, in ${away} days` : ''}
            </span>
        {/if}
    {/if}
    {#if campus.walks}<label class="find">
            <span class="unseen">Find a course, a person, a code, a place</span>
            <input
                bind:this={find}
                bind:value={text}
                oninput={typed}
                onkeydown={entered}
                placeholder="Find a course, a person, a code, a place"
            />
            <kbd>/</kbd>
        </label>{/if}
    <!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_click_events_have_key_events -->
    <nav class="right" class:alone={!campus.walks} onclick={follow} aria-label="Desk and you">
        {#each places as [view, name] (view)}
            <a href={route.href('desk', { view })} aria-current={view === place ? 'page' : undefined}
                >{name}</a
            >
        {/each}
    </nav>
    <button class="plain" onclick={() => (youShown = true)}>
        {campus.me?.name}<span class="unseen">: password, keys, sign out</span>
    </button>
</header>
{#if youShown}<You close={() => (youShown = false)} />{/if}

<style>
    header {
        display: flex;
        align-items: center;
        gap: 22px;
        padding: 0 20px;
        height: 46px;
    }
    .mark {
        font-weight: 750;
        font-size: 17px;
        letter-spacing: -0.01em;
        display: flex;
        gap: 8px;
        align-items: center;
        color: var(--ink);
        border: 0;
    }
    .mark svg {
        color: var(--chalk);
    }
    .term {
        font-weight: 700;
    }
    .find {
        margin-left: auto;
        width: 380px;
        min-width: 120px;
        display: flex;
        border-bottom: 1px solid var(--soft);
        padding-bottom: 2px;
    }
    .find input {
        flex: 1;
        border: 0;
        min-width: 0;
    }
    .find input::placeholder {
        color: var(--soft);
        opacity: 1;
    }
    .right {
        display: flex;
        gap: 18px;
    }
    .right.alone {
        margin-left: auto;
    }
    .right a,
    button.plain {
        color: var(--ink);
        border: 0;
        font-weight: 400;
        white-space: nowrap;
    }
    .right a[aria-current] {
        font-weight: 700;
        color: var(--chalk);
    }
    .away {
        white-space: nowrap;
    }
    @media (max-width: 600px) {
        header {
            height: auto;
            min-height: 46px;
            flex-wrap: wrap;
            gap: 6px 14px;
            padding: 8px 16px;
        }
        .right.alone {
            order: 3;
            width: 100%;
            margin-left: 0;
        }
    }
    @media (max-width: 1000px) {
        .away {
            display: none;
        }
    }
</style>
