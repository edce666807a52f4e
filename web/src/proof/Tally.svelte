<script lang="ts">
    import type { Api } from '../api/client'
    import { number } from '../frame/words'

    /** How many shells have each action; choosing one shows only those. */
    let {
        summary,
        chosen,
        choose,
    }: { summary: Api['ProofSummary']; chosen: string; choose: (action: string) => void } = $props()
</script>

<div class="tally" role="group" aria-label="Shells by what will happen">
    <button class:on={chosen === ''} aria-pressed={chosen === ''} onclick={() => choose('')}>
        <b>{number(summary.shells)}</b>shells<u class="all"></u>
    </button>
    {#each summary.actions as one (one.action)}
        <button
            class:on={chosen === one.action}
            aria-pressed={chosen === one.action}
            onclick={() => choose(chosen === one.action ? '' : one.action)}
        >
            <b class={one.shells === 0 ? '' : one.action}>{number(one.shells)}</b>{one.action}<u
                class={one.shells === 0 ? '' : one.action}
            ></u>
        </button>
    {/each}
</div>

<style>
    .tally {
        display: flex;
        gap: 10px;
        padding: 8px 12px;
        flex-wrap: wrap;
    }
    button {
        font: inherit;
        color: inherit;
        background: none;
        border: 0;
        min-width: 90px;
        text-align: left;
        padding: 6px 8px 4px;
        cursor: pointer;
    }
    b {
        font-size: 21px;
        font-weight: 700;
        display: block;
        line-height: 1.1;
    }
    u {
        display: block;
        height: 4px;
        margin-top: 5px;
        background: var(--hair);
    }
    .on {
        background: var(--chalk-wash);
    }
    b.build {
        color: var(--chalk);
    }
    b.stop {
        color: var(--brick);
    }
    u.all {
        background: var(--ink);
    }
    u.build {
        background: var(--chalk);
    }
    u.change,
    u.close {
        background: repeating-linear-gradient(90deg, var(--chalk) 0 4px, transparent 4px 7px);
    }
    u.stop {
        background: var(--brick);
    }
</style>
