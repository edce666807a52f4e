<script lang="ts">
    import { get, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { instant, number } from '../frame/words'
    import Differences from './Differences.svelte'

    /** The kept versions, newest first; one of them can be compared with the one that holds, and brought back. */
    let {
        versions,
        withTerm,
        back,
    }: {
        versions: Api['ConventionsAbout'][]
        withTerm: boolean
        back: (number: number) => void
    } = $props()

    let compared = $state(0)
    let differences = $state.raw<Api['VersionDifferencesDifference'][]>([])
    const now = $derived(versions[0]?.number ?? 0)

    function compare(version: number) {
        void campus.attempt(async () => {
            differences = await get('/api/conventions/versions/{number}/since/{before}', {
                path: { number: now, before: version },
            })
            compared = version
        })
    }
</script>

{#if compared > 0}
    <h2>From version {number(compared)} to {number(now)}</h2>
    <p class="acts">
        {#if campus.may('CHANGE_CONVENTIONS')}
            <button class="plain" onclick={() => back(compared)}>Go back to version {number(compared)}</button
            >
        {/if}
        <button class="plain" onclick={() => (compared = 0)}>All versions</button>
    </p>
    <Differences {differences} />
{:else}
    <h2>Versions</h2>
    <ol>
        {#each versions as version (version.number)}
            <li>
                <b>{number(version.number)}</b>
                {version.note || 'no note'}
                <span class="soft">
                    {instant(version.keptAt, campus.zone)}, {version.keptBy},
                    <a href="/api/conventions/versions/{version.number}/file" target="_blank">as a file</a
                    >{#if version.number !== now},
                        <button class="plain" onclick={() => compare(version.number)}
                            >what changed since</button
                        >{/if}
                </span>
            </li>
        {/each}
    </ol>
    <p class="soft hint">
        {withTerm
            ? 'Type in a field: what it would change is shown here before you keep it.'
            : 'Once a list has come in, what an edit would change is shown here.'}
    </p>
{/if}

<style>
    ol {
        list-style: none;
        margin: 8px 0 0;
        padding: 0;
    }
    li {
        border-top: 1px solid var(--hair);
        padding: 6px 0;
    }
    li span {
        display: block;
        font-size: 12.5px;
    }
    li a,
    li button {
        font-weight: 400;
        border-bottom-width: 1px;
    }
    .acts {
        display: flex;
        gap: 16px;
        margin: 6px 0 10px;
        font-size: 13px;
    }
    .hint {
        margin-top: 14px;
    }
</style>
