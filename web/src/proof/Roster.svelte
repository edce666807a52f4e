<script lang="ts">
    import { get, type Api } from '../api/client'
    import { route } from '../frame/nav.svelte'
    import { count, number } from '../frame/words'

    /** Who comes into a shell that stands and who leaves it. The LMS is asked for it, so it may take a moment. */
    let { versions, shell }: { versions: string; shell: string } = $props()

    const SHOWN = 12
    type Member = Api['ProofMember']
    let roster = $state.raw<Api['ProofRoster'] | null>(null)
    let trouble = $state('')

    $effect(() => {
        const abort = new AbortController()
        roster = null
        trouble = ''
        get(
            '/api/terms/{term}/proof/roster',
            { path: { term: route.term }, query: { versions, key: shell } },
            abort.signal,
        )
            .then((answer) => (roster = answer))
            .catch((e) => {
                if (!abort.signal.aborted) trouble = e.message
            })
        return () => abort.abort()
    })
</script>

{#snippet people(verb: string, members: Member[])}
    {#if members.length > 0}
        <dt>{number(members.length)} {verb}</dt>
        <dd>
            <ul>
                {#each members.slice(0, SHOWN) as member, i (i)}
                    <li>
                        {member.name}
                        <span class="soft"
                            >{member.section}{member.role === 'instructor' ? ', instructor' : ''}</span
                        >
                    </li>
                {/each}
                {#if members.length > SHOWN}
                    <li class="soft">and {count(members.length - SHOWN, 'other')}</li>
                {/if}
            </ul>
        </dd>
    {/if}
{/snippet}

{#if trouble}
    <p class="brick" role="alert">{trouble}</p>
{:else if roster}
    <dl aria-label="People">
        {@render people(roster.come.length === 1 ? 'comes' : 'come', roster.come)}
        {@render people(roster.leave.length === 1 ? 'leaves' : 'leave', roster.leave)}
    </dl>
{:else}
    <p class="soft" aria-live="polite">Asking the LMS who is in it …</p>
{/if}

<style>
    dl {
        margin: 6px 0 0;
        display: grid;
        grid-template-columns: 84px minmax(0, 1fr);
        font-size: 13px;
    }
    dt,
    dd {
        margin: 0;
        border-top: 1px solid var(--hair);
        padding: 4px 0 5px;
    }
    dt {
        color: var(--soft);
    }
    ul {
        list-style: none;
        margin: 0;
        padding: 0;
    }
    p {
        font-size: 13px;
    }
</style>
