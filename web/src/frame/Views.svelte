<script lang="ts">
    import { follow, route, type Station } from './nav.svelte'

    /** The parts of a station, each by what the address says of it. */
    let {
        station,
        label,
        views,
    }: { station: Station; label: string; views: readonly (readonly [view: string, name: string])[] } =
        $props()

    const now = $derived(route.params.view ?? '')
</script>

<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions -->
<nav aria-label={label} onclick={follow}>
    {#each views as [view, name] (view)}
        <a href={route.href(station, { view })} aria-current={view === now ? 'page' : undefined}>{name}</a>
    {/each}
</nav>

<style>
    nav {
        display: flex;
        gap: 22px;
        padding: 8px 20px 7px;
        border-bottom: 1px solid var(--hair);
        background: var(--paper);
        flex: none;
    }
    a {
        font-weight: 400;
        border-bottom-color: transparent;
    }
    a[aria-current] {
        font-weight: 650;
        color: var(--ink);
        border-bottom-color: var(--chalk);
    }
</style>
