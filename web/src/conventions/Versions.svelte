<script lang="ts">
    import type { Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { instant, number } from '../frame/words'

    /** The kept versions, newest first. */
    let { versions, withTerm }: { versions: Api['ConventionsAbout'][]; withTerm: boolean } = $props()
</script>

<h2>Versions</h2>
<ol>
    {#each versions as version (version.number)}
        <li>
            <b>{number(version.number)}</b>
            {version.note || 'no note'}
            <span class="soft">
                {instant(version.keptAt, campus.zone)}, {version.keptBy},
                <a href="/api/conventions/versions/{version.number}/file" target="_blank">as a file</a>
            </span>
        </li>
    {/each}
</ol>
<p class="soft hint">
    {withTerm
        ? 'Type in a field: what it would change is shown here before you keep it.'
        : 'Once a list has come in, what an edit would change is shown here.'}
</p>

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
    li a {
        font-weight: 400;
        border-bottom-width: 1px;
    }
    .hint {
        margin-top: 14px;
    }
</style>
