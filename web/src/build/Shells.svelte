<script lang="ts">
    import { get, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { count } from '../frame/words'
    import ShellList from './ShellList.svelte'
    import Steps from './Steps.svelte'

    /** The shells of one department in a build; choosing one shows its steps. */
    let { build, department }: { build: Api['Build']; department: string } = $props()

    let shells = $state.raw<Api['BuildShell'][]>([])
    let chosen = $state('')
    const settled = $derived(build.done + build.failed)

    $effect(() => {
        const asked = { path: { id: build.id }, query: { department } }
        void settled
        get('/api/builds/{id}/shells', asked)
            .then((all) => (shells = all))
            .catch((e) => (campus.trouble = e.message))
    })
</script>

<h2>{department || 'Closed'}</h2>
<p class="soft">{count(shells.length, 'shell')}; choose one to see its steps</p>
{#if chosen !== ''}<Steps {build} shell={chosen} />{/if}
<ShellList {shells} bind:chosen />
