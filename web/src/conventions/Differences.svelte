<script lang="ts">
    import type { Api } from '../api/client'

    /** What one version says differently from another. */
    let { differences }: { differences: Api['VersionDifferencesDifference'][] } = $props()
</script>

{#each differences as one, i (i)}
    <p>
        <b>{one.where}</b>{one.what ? `, ${one.what}` : ''}
        <s>{one.before || 'nothing'}</s>
        <span class="after">{one.after || 'nothing'}</span>
    </p>
{:else}
    <p class="soft">They say the same.</p>
{/each}

<style>
    p {
        border-top: 1px solid var(--hair);
        padding: 5px 0;
        font-size: 13px;
        overflow-wrap: anywhere;
    }
    s,
    .after {
        display: block;
    }
    s {
        color: var(--soft);
    }
    .after {
        color: var(--moss);
        background: var(--moss-wash);
    }
</style>
