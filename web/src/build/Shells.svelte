<script lang="ts">
    import { get, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { count } from '../frame/words'
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
<ul>
    {#each shells as shell (shell.key)}
        <li>
            <button
                class="plain mono"
                aria-pressed={chosen === shell.key}
                onclick={() => (chosen = shell.key)}
            >
                {shell.code}
            </button>
            <span class={shell.failed ? 'brick' : shell.kept ? 'ochre' : shell.done ? 'moss' : 'soft'}>
                {shell.failed ? '■ failed' : shell.kept ? '▲ stays' : shell.done ? '✓ done' : 'to come'}
            </span>
        </li>
    {/each}
</ul>

<style>
    ul {
        list-style: none;
        padding: 0;
        margin: 12px 0 0;
    }
    li {
        border-top: 1px solid var(--hair);
        padding: 3px 0;
        display: flex;
        justify-content: space-between;
        font-size: 13px;
    }
    button {
        border-bottom-width: 1px;
        font-weight: 400;
    }
</style>
