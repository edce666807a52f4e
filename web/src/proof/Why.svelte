<script lang="ts">
    import type { Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { follow, route } from '../frame/nav.svelte'
    import { count, moment } from '../frame/words'
    import Access from '../teaching/Access.svelte'
    import { fieldName } from './rows.svelte'
    import Roster from './Roster.svelte'
    import ValueChange from './ValueChange.svelte'
    import { weighed } from './snags'

    /** Everything about one shell: each value, and why it is so. */
    let { shell, kept }: { shell: Api['ProofShell']; kept?: () => void } = $props()

    let changing = $state('')
    let people = $state(false)
    $effect(() => {
        if (shell.key) changing = ''
    })
    const mayChange = $derived(kept !== undefined && campus.may('CHANGE_CONVENTIONS') && shell.lead !== '')

    const FIRST = ['code', 'title', 'category', 'opens', 'closes', 'open', 'template', 'units', 'layout']
    type Value = Api['ProofValue']

    const first = $derived(
        FIRST.map((key) => shell.values.find((v) => v.setting === key)).filter(
            (v): v is Value => v !== undefined,
        ),
    )
    const rest = $derived(shell.values.filter((v) => !FIRST.includes(v.setting)))

    function shown(value: Value, text: string): string {
        if (text === '') return 'empty'
        return value.kind === 'MOMENT' && /^\d{4}-\d\d-\d\dT/.test(text) ? moment(text) : text
    }

    /** The step that gave the value: the last that held. */
    function source(value: Value) {
        return value.why.filter((s) => s.taken).at(-1)
    }

    /** Where a layer fixed the value, only that layer can change it, which its own screen shows. */
    function fixedAbove(value: Value): boolean {
        return source(value)?.fixes ?? false
    }

    /** Steps that would have given something else, had they been the last. */
    function others(value: Value) {
        const taken = source(value)
        return value.why
            .filter((s) => s !== taken && s.gives !== taken?.gives && s.origin !== 'DEFAULT')
            .slice(-2)
    }
</script>

{#snippet row(value: Value)}
    {@const from = source(value)}
    <div class="v">
        <dt>{value.name}</dt>
        <dd class:mono={value.setting === 'code'}>
            {shown(value, value.text)}
            {#if mayChange && changing !== value.setting && !fixedAbove(value)}
                <button class="plain edit" onclick={() => (changing = value.setting)}
                    >change<span class="unseen"> {value.name}</span></button
                >
            {/if}
            {#if value.differs}<span class="differs">LMS: <s>{shown(value, value.held ?? '')}</s></span>{/if}
        </dd>
        <dd class="why">
            {#if from?.origin === 'LAYER'}
                <a href={route.href('conventions', { layer: String(from.index), field: value.setting })}>
                    layer {from.index + 1}, {from.name}</a
                >{#if from.fixes}, fixed there{/if}
                {#if value.kind === 'MOMENT' || value.kind === 'PATTERN' || value.written !== value.text}
                    <span class="mono">{value.written}</span>
                {/if}
            {:else if from?.origin === 'OVERRIDE'}
                an override for this shell
            {:else}
                <span class="soft"
                    >unless set{value.written && value.written !== value.text
                        ? `: ${value.written}`
                        : ''}</span
                >
            {/if}
            {#if value.setting === 'template' && shell.action === 'build' && kept}
                <a class="other" href={route.href('conventions', { view: 'starts', key: shell.key })}
                    >what it starts from</a
                >
            {/if}
            {#each others(value) as other (other.origin + other.index)}
                <span class="soft other"
                    >{other.origin === 'LAYER' ? `layer ${other.index + 1}` : 'an earlier override'} would give
                    “{other.gives}”</span
                >
            {/each}
        </dd>
        {#if changing === value.setting && kept}
            <dd class="form"><ValueChange {shell} {value} close={() => (changing = '')} {kept} /></dd>
        {/if}
    </div>
{/snippet}

<!-- svelte-ignore a11y_no_static_element_interactions, a11y_click_events_have_key_events -->
<div onclick={follow}>
    <h2>{shell.label}<br />{shell.courseTitle}</h2>
    <p class="soft">
        {[shell.about, ...shell.instructors].filter((text) => text !== '').join(', ') || 'no instructor'};
        {count(shell.students, 'student')}
    </p>
    {#each shell.snags as snag (weighed(snag))}
        <p class="snag" class:stop={snag.stop}>
            <b>{snag.stop ? '■ stop' : '▲ note'}</b>
            {snag.message}
            {snag.toDo}
        </p>
    {/each}
    {#if shell.changed.length > 0}
        <p class="changes">Changes {shell.changed.map(fieldName).join(', ')}.</p>
        {#if shell.changed.includes('people')}
            <Roster versions={shell.versions} shell={shell.key} />
        {/if}
    {/if}
    <h3>Every value, and why</h3>
    <dl>
        {#each first as value (value.setting)}{@render row(value)}{/each}
    </dl>
    <details>
        <summary>{count(rest.length, 'more setting')}</summary>
        <dl>
            {#each rest as value (value.setting)}{@render row(value)}{/each}
        </dl>
    </details>
    {#if route.station === 'proof' && shell.action !== 'build'}
        <p class="life">
            <a href={route.href('upkeep', { view: 'life', shell: shell.key })}>Its whole life</a>
        </p>
    {/if}
    {#if kept && shell.lead !== '' && campus.may('SHARE_SHELLS')}
        <p class="life">
            <button class="plain" aria-expanded={people} onclick={() => (people = !people)}
                >Who else is in it</button
            >
        </p>
        {#if people}{#key shell.key}<Access term={route.term} shellKey={shell.key} />{/key}{/if}
    {/if}
</div>

<style>
    .life {
        margin-top: 12px;
    }
    h3 {
        margin: 16px 0 4px;
    }
    dl {
        margin: 0;
    }
    .v {
        display: grid;
        grid-template-columns: 84px minmax(0, 1fr);
        gap: 2px 10px;
        padding: 6px 0;
        border-top: 1px solid var(--hair);
    }
    dt {
        color: var(--soft);
        font-size: 13px;
    }
    dd {
        margin: 0;
        overflow-wrap: anywhere;
    }
    .why {
        grid-column: 2;
        font-size: 12.5px;
    }
    .why a {
        font-weight: 400;
        border-bottom-width: 1px;
    }
    .why .mono {
        display: block;
        font-size: 11.5px;
        color: var(--soft);
    }
    .other {
        display: block;
    }
    .form {
        grid-column: 1 / -1;
    }
    .edit {
        float: right;
        font-size: 12px;
        font-weight: 400;
        margin-left: 8px;
        border-bottom-width: 1px;
    }
    .differs {
        display: block;
        font-size: 12.5px;
        color: var(--ochre);
    }
    .snag {
        background: var(--ochre-wash);
        border-left: 3px solid var(--ochre);
        padding: 6px 10px;
        margin-top: 8px;
        font-size: 13px;
    }
    .snag b {
        color: var(--ochre);
    }
    .snag.stop {
        background: var(--brick-wash);
        border-color: var(--brick);
    }
    .snag.stop b {
        color: var(--brick);
    }
    .changes {
        margin-top: 8px;
    }
    summary {
        cursor: pointer;
        color: var(--chalk);
        font-weight: 600;
        padding: 8px 0;
        border-top: 1px solid var(--hair);
    }
</style>
