<script lang="ts">
    import { get, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { follow, route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { count, instant } from '../frame/words'
    import { details } from '../ledger/details'
    import { cells as sheetCells } from '../parts/cells'
    import Export from '../parts/Export.svelte'
    import Parts from './Parts.svelte'

    /** A shell's whole life on one page: builds, what people did by hand, and what was decided about it. */
    let story = $state.raw<Api['LifeStory'] | null>(null)

    $effect(() => {
        const path = { term: route.term, key: route.params.shell ?? '' }
        void campus.attempt(async () => {
            story = await get('/api/terms/{term}/upkeep/shells/{key}/story', { path })
        })
    })

    function more(text: string): string {
        if (!text.startsWith('{')) return text
        return details(text)
            .map(([name, value]) => `${name} ${value}`)
            .join(', ')
    }
</script>

{#snippet sheet()}
    <Parts />
    <div class="life">
        <h1>{story ? story.code : 'One moment …'}</h1>
        <p>{story?.title ?? ''}</p>
        <ol>
            {#each story?.events ?? [] as event, i (i)}
                <li>
                    <span class="when">{instant(event.at, campus.zone)}</span>
                    <span>
                        <b class:brick={event.what.startsWith('failed')}>{event.what}</b>{event.who
                            ? `, ${event.who}`
                            : ''}
                        {#if event.build !== null}<a
                                href={route.href('build', { id: String(event.build) })}
                                onclick={follow}>build {event.build}</a
                            >{/if}
                        <span class="soft more">{more(event.more)}</span>
                    </span>
                </li>
            {/each}
        </ol>
    </div>
{/snippet}

{#snippet margin()}
    <h2>{count(story?.events.length ?? 0, 'event')}</h2>
    <p class="soft">
        What builds did to it and why something failed, what people changed by hand in the LMS and when it was
        found right again, what it started from, and what was decided about it here. The latest first.
    </p>
    {#if story}
        <p>
            <a href={route.href('proof', { key: story.key })} onclick={follow}>How it is to be, and why</a>
        </p>
    {/if}
{/snippet}

{#snippet footer()}
    {#if story}
        {@const all = story.events}
        <Export
            name="life of {story.code}"
            cells={() =>
                sheetCells(all, [
                    ['when', (event) => event.at],
                    ['who', (event) => event.who],
                    ['what', (event) => event.what],
                    ['more', (event) => more(event.more)],
                    ['build', (event) => event.build ?? ''],
                ])}
        />
    {/if}
{/snippet}

<Screen {sheet} {margin} {footer} marginName="What this is" />

<style>
    .life {
        padding: 14px 20px;
        overflow: auto;
    }
    ol {
        list-style: none;
        margin: 14px 0 0;
        padding: 0;
        max-width: 100ch;
    }
    li {
        display: grid;
        grid-template-columns: 160px minmax(0, 1fr);
        gap: 14px;
        padding: 7px 0;
        border-top: 1px solid var(--faint);
    }
    .when {
        color: var(--soft);
        font-variant-numeric: tabular-nums;
    }
    .more {
        display: block;
        overflow-wrap: anywhere;
    }
    p {
        margin-top: 8px;
    }
</style>
