<script lang="ts">
    import type { Api } from '../api/client'
    import { count, number, words } from '../frame/words'
    import { weighed } from '../proof/snags'

    /** What an edit would do to the shells of the term, before it is kept. */
    let { effect, stale }: { effect: Api['ProofEffect']; stale: boolean } = $props()

    const most = $derived(Math.max(1, ...effect.fields.map((f) => f.shells)))
    const SHOWN = 30
</script>

<div class:stale aria-live="polite" aria-busy={stale}>
    <h2>
        {effect.shells === 0 ? 'Would change no shell' : `Would change ${count(effect.shells, 'shell')}`}
    </h2>
    {#each effect.blockers as reason, i (i)}<p class="brick">
            ■ {reason} Nothing can be built with this.
        </p>{/each}
    <p class="soft">
        before it is kept; {number(effect.shells - effect.standing)} not built yet, {number(effect.standing)} stand
        in the LMS
    </p>
    <table>
        <tbody>
            {#each effect.fields as field (field.field)}
                <tr>
                    <th scope="row">{field.name}</th>
                    <td class="num">{number(field.shells)}</td>
                    <td class="bar" aria-hidden="true"
                        ><i style:width="{(100 * field.shells) / most}%"></i></td
                    >
                </tr>
            {/each}
        </tbody>
    </table>
    {#if effect.snags.length > 0}
        <h3>Snags</h3>
        <ul>
            {#each effect.snags as snag (weighed(snag))}
                {@const more = snag.after - snag.before}
                <li class={more < 0 ? 'moss' : snag.stop ? 'brick' : 'ochre'}>
                    {snag.stop ? '■' : '▲'}
                    {words(snag.snag)}: {number(Math.abs(more))}
                    {more > 0 ? 'more' : 'fewer'} ({number(snag.before)} to {number(snag.after)})
                </li>
            {/each}
        </ul>
    {/if}
    {#if effect.named.length > 0}
        <details>
            <summary>Names that do not come out as the pattern says</summary>
            {#each effect.named as one (one.key + weighed(one))}
                <p class="sample">
                    <b class={one.stop ? 'brick' : 'ochre'}>{one.stop ? '■' : '▲'} {words(one.snag)}</b>
                    <span class="mono">{one.code}</span>
                    {one.title}
                </p>
            {/each}
        </details>
    {/if}
    {#if effect.samples.length > 0}
        <h3>Before and after</h3>
        {#each effect.samples.slice(0, SHOWN) as sample (sample.key + sample.field)}
            <p class="sample" class:mono={sample.field === 'code'}>
                <s>{sample.before || 'empty'}</s><br />
                <span class="after">{sample.after || 'empty'}</span>
                {#each sample.snags as snag (snag)}<b class="ochre"> {words(snag)}</b>{/each}
            </p>
        {/each}
        {#if effect.shells > SHOWN}<p class="soft">and more</p>{/if}
    {/if}
    {#if effect.departments.length > 1}
        <details>
            <summary>By department</summary>
            <table>
                <tbody>
                    {#each effect.departments as one (one.department)}
                        <tr>
                            <th scope="row">{one.department}</th>
                            <td class="num">{number(one.shells)}</td>
                        </tr>
                    {/each}
                </tbody>
            </table>
        </details>
    {/if}
</div>

<style>
    div:not(:first-child) {
        margin-top: 24px;
    }
    .stale {
        /* not faded, which would leave too little contrast */
        filter: grayscale(1);
    }
    table {
        margin-top: 8px;
    }
    th {
        font-size: 14px;
        color: var(--ink);
        padding: 3px 10px 3px 0;
    }
    td.num {
        width: 60px;
    }
    .bar {
        width: 130px;
        padding-left: 10px;
    }
    .bar i {
        display: block;
        height: 7px;
        background: var(--chalk);
    }
    h3 {
        margin: 16px 0 2px;
    }
    ul {
        list-style: none;
        padding: 0;
        margin: 0;
    }
    .sample {
        border-top: 1px solid var(--hair);
        padding: 5px 0;
        overflow-wrap: anywhere;
    }
    s {
        color: var(--soft);
    }
    .after {
        background: var(--moss-wash);
        color: var(--moss);
    }
    summary {
        cursor: pointer;
        color: var(--chalk);
        font-weight: 600;
        margin-top: 14px;
    }
</style>
