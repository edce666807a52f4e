<script lang="ts">
    import { get, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { follow, NO_TERM, route } from '../frame/nav.svelte'
    import { count } from '../frame/words'

    /** Beside the registrar's lists: how many sections are our own, and which of them a registrar lists by now. */
    let { version }: { version: number } = $props()

    let own = $state.raw<Api['OwnSectionView'] | null>(null)

    $effect(() => {
        const term = route.term
        if (version === 0 || term === NO_TERM) return
        let left = false
        void campus.attempt(async () => {
            const now = await get('/api/terms/{term}/own-sections', { path: { term } })
            if (!left) own = now
        })
        return () => (left = true)
    })
</script>

{#if own && own.sections.length > 0}
    <!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_click_events_have_key_events -->
    <section aria-labelledby="ours" onclick={follow}>
        <h2 id="ours">Our own</h2>
        <p>
            <a href={route.href('arrivals', { view: 'own' })}>{count(own.sections.length, 'section')}</a>
            beside the registrar's list
        </p>
        {#if own.offers.length > 0}
            <p>
                <b class="ochre">▲ {count(own.offers.length, 'of them is', 'of them are')} on it by now</b>,
                and
                {own.offers.length === 1 ? 'gets' : 'get'} no second shell until somebody has looked.
            </p>
        {/if}
    </section>
{/if}

<style>
    section {
        margin-bottom: 22px;
    }
    p {
        margin-top: 6px;
        font-size: 13.5px;
    }
</style>
