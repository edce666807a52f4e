<script lang="ts">
    import type { Api } from '../api/client'
    import { count } from '../frame/words'
    import type { LineChange } from './template.svelte'

    /** What an edited template changes before it is kept: the shells that start from it, and its lines then and now. */
    let { touched, changes }: { touched: Api['StartTouched']; changes: LineChange[] } = $props()
    const SHOWN = 12
</script>

<h2>Who starts from it</h2>
<p class="told">
    {#if touched.toBuild > 0}
        <b>{count(touched.toBuild, 'shell')}</b> still to be built:
        {touched.departments.map((one) => `${one.department} ${one.shells}`).join(', ')}.
    {:else}No shell that is still to be built.{/if}
    {#if touched.standing > 0}{count(touched.standing, 'shell')} of it stand already and keep what they have.{/if}
</p>
{#if changes.length > 0}
    <table aria-label="Lines of the template before and after">
        <tbody>
            {#each changes.slice(0, SHOWN) as change, i (i)}
                <tr>
                    <td class="was">{change.was ?? ''}</td>
                    <td>{change.now ?? 'taken out'}</td>
                </tr>
            {/each}
        </tbody>
    </table>
    {#if changes.length > SHOWN}<p class="soft">and {count(changes.length - SHOWN, 'more line')}</p>{/if}
{/if}

<style>
    h2 {
        margin-top: 18px;
    }
    .told {
        font-size: 13px;
        margin: 4px 0 8px;
    }
    td {
        border-top: 1px solid var(--hair);
        padding: 3px 8px 3px 0;
        font-size: 13px;
        vertical-align: baseline;
        width: 50%;
    }
    .was {
        color: var(--soft);
        text-decoration: line-through;
    }
</style>
