<script lang="ts">
    import type { Api } from '../api/client'

    /** Shells of a build with how they stand; one can be chosen to see its steps. */
    let { shells, chosen = $bindable() }: { shells: Api['BuildShell'][]; chosen: string } = $props()

    function stands(shell: Api['BuildShell']): { class: string; says: string } {
        if (shell.failed) return { class: 'brick', says: '■ failed' }
        if (shell.kept) return { class: 'ochre', says: '▲ stays' }
        return shell.done ? { class: 'moss', says: '✓ done' } : { class: 'soft', says: 'to come' }
    }
</script>

<ul>
    {#each shells as shell (shell.key)}
        {@const now = stands(shell)}
        <li>
            <button
                class="plain mono"
                aria-pressed={chosen === shell.key}
                onclick={() => (chosen = shell.key)}
            >
                {shell.code}
            </button>
            <span class={now.class}>{now.says}</span>
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
