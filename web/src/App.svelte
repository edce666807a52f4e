<script lang="ts">
    import { onMount } from 'svelte'
    import Arrivals from './arrivals/Arrivals.svelte'
    import Build from './build/Build.svelte'
    import Courses from './courses/Courses.svelte'
    import Conventions from './conventions/Conventions.svelte'
    import CrossLists from './crosslists/CrossLists.svelte'
    import Dates from './dates/Dates.svelte'
    import Files from './exports/Files.svelte'
    import Desk from './desk/Desk.svelte'
    import { markBidi } from './frame/bidi'
    import { campus, type Right } from './frame/campus.svelte'
    import Header from './frame/Header.svelte'
    import Keys from './frame/Keys.svelte'
    import Line from './frame/Line.svelte'
    import { letters, mustRest } from './frame/letters.svelte'
    import NewPassword from './frame/NewPassword.svelte'
    import { NO_TERM, route, type Station } from './frame/nav.svelte'
    import { DESK_VIEWS, STATIONS } from './frame/stations'
    import SignIn from './frame/SignIn.svelte'
    import People from './people/People.svelte'
    import Requests from './requests/Requests.svelte'
    import Teaching from './teaching/Teaching.svelte'
    import Ledger from './ledger/Ledger.svelte'
    import Example from './outlines/Example.svelte'
    import Starts from './outlines/Starts.svelte'
    import Proof from './proof/Proof.svelte'
    import CourseSheet from './sheets/CourseSheet.svelte'
    import KeptSheet from './sheets/KeptSheet.svelte'
    import OwnSections from './sheets/OwnSections.svelte'
    import Templates from './templates/Templates.svelte'
    import Upkeep from './upkeep/Upkeep.svelte'
    import { day } from './frame/words'

    /** What one must be able to see for a station, where it is not the proof. */
    const NEEDS: Partial<Record<Station, Right>> = { arrivals: 'READ_LISTS', build: 'READ_BUILDS' }
    let find = $state<HTMLInputElement>()
    let keysShown = $state(false)

    onMount(() => {
        void campus.begin()
        return markBidi(document.body)
    })

    function isWriting(target: EventTarget | null): boolean {
        return target instanceof HTMLElement && ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName)
    }

    /** Before anything else hears of a key that must not act here. */
    function rest(event: KeyboardEvent) {
        if (mustRest(event, letters.on)) event.stopImmediatePropagation()
    }

    function pressed(event: KeyboardEvent) {
        if (!campus.me || isWriting(event.target) || event.ctrlKey || event.metaKey || event.altKey) return
        const station = campus.walks ? STATIONS[Number(event.key) - 1] : undefined
        if (station?.there) {
            route.go(station.id)
        } else if (event.key === '0') {
            route.go('desk')
        } else if (event.key === '/') {
            find?.focus()
        } else if (event.key === '?') {
            keysShown = !keysShown
        } else {
            return
        }
        event.preventDefault()
    }

    /** What of the desk is looked at. */
    const view = $derived(route.station === 'desk' ? (route.params.view ?? '') : '')
    const title = $derived(DESK_VIEWS[view] ?? STATIONS.find((s) => s.id === route.station)?.name ?? 'Desk')
</script>

<svelte:window onkeydowncapture={rest} onkeydown={pressed} onfocusin={(e) => letters.focused(e.target)} />
<svelte:head><title>{title}, Chalk Line</title></svelte:head>

{#if !campus.known}
    <p class="soft wait">One moment …</p>
{:else if !campus.me}
    <SignIn />
{:else if campus.me.mustChange}
    <NewPassword />
{:else}
    <div class="frame">
        {#if campus.desk?.demo}
            <section class="demo" aria-label="Demo">
                This is the demo: Skerrow University and all that is in it are made up, and its day is {day(
                    campus.today,
                )}.
            </section>
        {/if}
        <Header bind:find />
        {#if campus.walks && view !== 'teaching'}<Line />{/if}
        {#if campus.line?.missing && route.station !== 'desk' && route.station !== 'arrivals'}
            <section class="missing" aria-label="No proof">▲ {campus.line.missing}</section>
        {/if}
        {#if campus.trouble}
            <p class="trouble" role="alert">
                {campus.trouble}
                <button class="plain" onclick={() => (campus.trouble = '')}>Read</button>
            </p>
        {/if}
        {#if view === 'requests'}
            <Requests />
        {:else if view === 'teaching' || !campus.walks}
            <Teaching />
        {:else if view === 'people'}
            <People />
        {:else if view === 'courses' && campus.may('WRITE_COURSES')}
            <Courses />
        {:else if view === 'ledger'}
            <Ledger />
        {:else if route.station === 'desk'}
            <Desk />
        {:else if !campus.may(NEEDS[route.station] ?? 'READ_PROOF')}
            <main class="missing" tabindex="-1">
                <h1>{STATIONS.find((one) => one.id === route.station)?.name}</h1>
                <p>This station is not for your role. What is, stands on the desk.</p>
            </main>
        {:else if route.station === 'arrivals'}
            {#if route.term !== NO_TERM && route.params.view === 'sheet' && route.params.kept}
                {#key route.params.kept}<KeptSheet id={Number(route.params.kept)} />{/key}
            {:else if route.term !== NO_TERM && route.params.view === 'sheet'}
                {#key route.term}<CourseSheet />{/key}
            {:else if route.term !== NO_TERM && route.params.view === 'own'}
                {#key route.term}<OwnSections />{/key}
            {:else}
                <Arrivals />
            {/if}
        {:else if route.station === 'conventions'}
            {#if route.params.view === 'templates'}
                <Templates />
            {:else if route.params.view === 'starts'}
                {#key route.term}<Starts />{/key}
            {:else if route.params.view === 'example'}
                {#key route.term}<Example />{/key}
            {:else}
                <Conventions />
            {/if}
        {:else if route.term === NO_TERM}
            <Desk />
        {:else if route.station === 'cross-lists'}
            {#key route.term}<CrossLists />{/key}
        {:else if route.station === 'dates'}
            {#key route.term}<Dates />{/key}
        {:else if route.station === 'proof'}
            {#key route.term}<Proof />{/key}
        {:else if route.station === 'build'}
            {#if route.params.view === 'files'}
                {#key route.term}<Files />{/key}
            {:else}
                {#key route.term}<Build />{/key}
            {/if}
        {:else if route.station === 'upkeep'}
            {#key route.term}<Upkeep />{/key}
        {/if}
    </div>
    {#if keysShown}<Keys close={() => (keysShown = false)} />{/if}
{/if}

<style>
    .frame {
        height: 100vh;
        min-height: 420px;
        display: flex;
        flex-direction: column;
    }
    .demo {
        background: var(--chalk-wash);
        padding: 3px 20px;
        font-size: 13px;
        flex: none;
    }
    .missing {
        border-left: 3px solid var(--ochre);
        padding: 8px 20px;
        flex: none;
    }
    .trouble {
        background: var(--brick-wash);
        border-left: 3px solid var(--brick);
        padding: 8px 20px;
        display: flex;
        gap: 18px;
    }
    .wait {
        padding: 20px;
    }
</style>
