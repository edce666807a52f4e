<script lang="ts">
    import { get, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { count } from '../frame/words'
    import ShellList from './ShellList.svelte'
    import Steps from './Steps.svelte'

    /** The shells that a build tried first, to be looked at before the others follow. */
    let { build }: { build: Api['Build'] } = $props()

    let tried = $state.raw<Api['BuildShell'][]>([])
    let chosen = $state('')

    $effect(() => {
        const begun = build.departments.filter((one) => one.done + one.failed > 0)
        const path = { id: build.id }
        Promise.all(
            begun.map((one) => get('/api/builds/{id}/shells', { path, query: { department: one.name } })),
        )
            .then((all) => (tried = all.flat().filter((shell) => shell.done || shell.failed)))
            .catch((e) => (campus.trouble = e.message))
    })
</script>

<h2>{count(tried.length, 'shell')} to look at</h2>
<p class="soft">They stand in the LMS now. Choose one to see its steps; the others follow when you go on.</p>
<ShellList shells={tried} bind:chosen />
{#if chosen !== ''}<Steps {build} shell={chosen} />{/if}
