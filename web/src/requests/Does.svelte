<script lang="ts">
    import type { Api } from '../api/client'
    import { count, moment } from '../frame/words'
    import { list } from '../teaching/words'
    import { weighed } from '../proof/snags'

    /** What a request would do: each shell as it would be, with what differs, and why somebody has to decide. */
    let { does }: { does: Api['RequestDoes'] } = $props()

    type Shape = Api['RequestShape']

    const gone = $derived(does.shells.filter((shell) => !shell.after))

    const FIELDS: [string, (shape: Shape) => string][] = [
        ['title', (s) => s.title],
        ['code', (s) => s.code],
        ['sections', (s) => s.sections.join(', ')],
        ['starts from', (s) => s.template],
        ['opens', (s) => moment(s.opens) + (s.open ? '' : ', by hand')],
        ['closes', (s) => moment(s.closes)],
    ]

    function differs(before: Shape | null, after: Shape) {
        return FIELDS.map(([name, of]) => ({ name, was: before ? of(before) : '', is: of(after) })).filter(
            (one) => one.was !== one.is,
        )
    }
</script>

{#if does.question}<p class="question"><b class="ochre">▲ {does.question}</b></p>{/if}
{#each does.shells as shell (shell.key)}
    {#if shell.after}
        {@const changed = differs(shell.before, shell.after)}
        <div class="shell">
            <p>
                <b>{shell.after.title}</b>
                <span class="soft">
                    {count(shell.after.students, 'student')}{shell.after.instructors.length > 0
                        ? `, ${list(shell.after.instructors)}`
                        : ', nobody teaches'}</span
                >
            </p>
            {#if changed.length > 0}
                <dl>
                    {#each changed as one (one.name)}
                        <dt>{one.name}</dt>
                        <dd>
                            {#if one.was}<s class="soft">{one.was}</s>
                                <span class="unseen">becomes</span>{/if}
                            {one.is}
                        </dd>
                    {/each}
                </dl>
            {:else}
                <p class="soft">
                    {shell.stands ? 'It stands as it is.' : 'It is built as the conventions say.'}
                    {shell.after.opens
                        ? `Opens ${moment(shell.after.opens)}${shell.after.open ? '' : ', by hand'}.`
                        : ''}
                </p>
            {/if}
            {#each shell.after.snags as snag (weighed(snag))}
                <p class:brick={snag.stop} class:ochre={!snag.stop}>
                    {snag.stop ? '■' : '▲'}
                    {snag.message} <span class="soft">{snag.toDo}</span>
                </p>
            {/each}
        </div>
    {/if}
{/each}
{#if gone.length > 0}
    <p>
        {gone.some((shell) => shell.stands) ? 'Closed to students and kept:' : 'No longer made:'}
        {list(gone.map((shell) => shell.before?.title ?? shell.key))}{gone.some((shell) => shell.work)
            ? '; students have worked there, and their work stays behind'
            : ''}.
    </p>
{/if}
{#each does.special as one (one.special)}
    <p class="ochre">▲ {one.words} <span class="soft">{one.needs}</span></p>
{/each}

<style>
    .shell {
        border-left: 2px solid var(--chalk);
        padding-left: 10px;
        margin-top: 8px;
    }
    p {
        margin-top: 6px;
    }
    dl {
        display: grid;
        grid-template-columns: 84px 1fr;
        gap: 2px 10px;
        margin: 4px 0 0;
    }
    dt {
        color: var(--soft);
        font-size: 12.5px;
    }
    dd {
        margin: 0;
        overflow-wrap: anywhere;
    }
</style>
