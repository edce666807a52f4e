<script lang="ts">
    import type { Api } from '../api/client'
    import { OPEN, STATES } from '../requests/words'
    import Access from './Access.svelte'
    import Asking from './Asking.svelte'
    import { facts, stands, together } from './words'

    /** One section in plain sentences, with what can be asked for as links in them. */
    let {
        section,
        term,
        all,
        starts,
        requests,
        marked,
        mark,
        asked,
    }: {
        section: Api['TeachingSection']
        term: Api['TeachingTerm']
        /** All sections of the term that one teaches. */
        all: Api['TeachingSection'][]
        starts: Api['TeachingStart'][]
        requests: Api['RequestRow'][]
        marked: boolean
        mark: () => void
        asked: (one: Api['RequestOne']) => void
    } = $props()

    let kind = $state<Api['Wish']['kind'] | 'ACCESS' | ''>('')
    let wished = $state<string[]>([])

    const shell = $derived(section.shell)
    const siblings = $derived(all.filter((other) => section.together.includes(other.id)))
    const pending = $derived(requests.filter((one) => OPEN.includes(one.state)))
    const standing = $derived(shell !== null && shell.state !== 'NOT_BUILT')

    function wish(chosen: Api['Wish']['kind'], sections = [section.id]) {
        kind = kind === chosen && wished.join() === sections.join() ? '' : chosen
        wished = sections
    }

    function done(one: Api['RequestOne']) {
        kind = ''
        asked(one)
    }
</script>

<li>
    <div class="head">
        {#if term.asking.open && !term.over}
            <input
                type="checkbox"
                checked={marked}
                onchange={mark}
                aria-label="Choose {section.label} for one shell with others"
            />
        {/if}
        <h3>
            <b>{section.label}</b>
            {section.courseTitle}
        </h3>
    </div>
    <p>{facts(section)}.</p>
    <p>
        <span class:moss={shell?.state === 'OPEN'} class:brick={shell?.stop}
            >{shell?.state === 'OPEN' ? '● ' : shell?.stop ? '■ ' : ''}Its shell {stands(shell)}.</span
        >
        {together(shell)}
        {#if shell && standing}<span class="mono soft">{shell.code}</span>{/if}
    </p>
    {#each pending as one (one.id)}
        <p class={STATES[one.state].tone}>
            {STATES[one.state].mark}
            {one.words}: {STATES[one.state].says}{one.reason ? `. ${one.reason}` : ''}
        </p>
    {/each}
    {#if shell && term.asking.open && !term.over}
        <p class="links">
            {#if !standing && !shell.stop}<button class="plain" onclick={() => wish('SHELL')}
                    >Build it now</button
                >{/if}
            {#each siblings as other (other.id)}
                <button class="plain" onclick={() => wish('TOGETHER', [section.id, other.id])}
                    >One shell with {other.label.replace(/^.*-/, '')}</button
                >
            {/each}
            {#if shell.with.length > 0}<button class="plain" onclick={() => wish('APART')}
                    >Take it out of the shared shell</button
                >{/if}
            {#if !standing}<button class="plain" onclick={() => wish('START')}
                    >Start from something else</button
                >{/if}
            <button class="plain" onclick={() => wish('WINDOW')}>When students can enter</button>
            <button class="plain" onclick={() => wish('TITLE')}>Another title</button>
            <button class="plain" onclick={() => (kind = kind === 'ACCESS' ? '' : 'ACCESS')}
                >Who else is in it</button
            >
            <button class="plain" onclick={() => wish('MASTER')}>A shell for developing in</button>
        </p>
    {/if}
    {#if kind === 'ACCESS' && shell}
        <Access term={term.code} shellKey={shell.key} close={() => (kind = '')} />
    {:else if kind !== '' && kind !== 'ACCESS'}
        {#key kind + wished.join()}
            <Asking
                term={term.code}
                {kind}
                chosen={wished}
                {starts}
                sections={all.filter((one) => wished.includes(one.id))}
                asked={done}
                close={() => (kind = '')}
            />
        {/key}
    {/if}
</li>

<style>
    li {
        border-top: 1px solid var(--hair);
        padding: 12px 0;
    }
    .head {
        display: flex;
        gap: 10px;
        align-items: baseline;
    }
    h3 {
        font-size: 15px;
        font-weight: 400;
        color: var(--ink);
    }
    p {
        margin-top: 4px;
    }
    .links {
        display: flex;
        flex-wrap: wrap;
        gap: 6px 16px;
        margin-top: 8px;
    }
</style>
