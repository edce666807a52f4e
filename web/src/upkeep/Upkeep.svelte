<script lang="ts">
    import { campus } from '../frame/campus.svelte'
    import { route } from '../frame/nav.svelte'
    import Archive from './Archive.svelte'
    import Drifts from './Drifts.svelte'
    import FirstDay from './FirstDay.svelte'
    import Masters from './Masters.svelte'
    import Moves from './Moves.svelte'
    import OpenShut from './OpenShut.svelte'
    import Report from './Report.svelte'
    import Sample from './Sample.svelte'
    import Story from './Story.svelte'

    /** The station where a term is kept true to its last day. */
</script>

{#if route.params.view === 'masters' || !campus.may('READ_UPKEEP')}
    <Masters />
{:else if route.params.view === 'day'}
    <FirstDay />
{:else if route.params.view === 'open'}
    <OpenShut />
{:else if route.params.view === 'moves'}
    <Moves />
{:else if route.params.view === 'sample'}
    <Sample />
{:else if route.params.view === 'report'}
    <Report />
{:else if route.params.view === 'life'}
    {#key route.params.shell}<Story />{/key}
{:else if route.params.view === 'archive'}
    <Archive />
{:else}
    <Drifts />
{/if}
