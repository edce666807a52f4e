<script lang="ts">
    import { Temporal } from 'temporal-polyfill'
    import { post, type Api } from '../api/client'
    import { lasts } from '../build/words'
    import { campus } from '../frame/campus.svelte'
    import { route } from '../frame/nav.svelte'
    import { count, number } from '../frame/words'
    import Ask from '../parts/Ask.svelte'
    import { question, says, workOf } from './actions'

    /** The button that starts a build, with what it costs and other ways to start it. */
    let {
        term,
        versions,
        carried,
        marked,
        disabled,
    }: {
        term: string
        versions: string
        carried: { key: string; action: string; open: boolean; work: boolean }[]
        marked: boolean
        disabled: boolean
    } = $props()

    const FEW = 5
    const PAUSE_MILLIS = 250

    let asking = $state(false)
    let busy = $state(false)
    let ways = $state(false)
    let first = $state(false)
    let at = $state('')
    let cost = $state.raw<Api['BuildCost'] | null>(null)
    let trialOf = 0
    let when = ''
    let box = $state<HTMLDialogElement>()

    const work = $derived(workOf(carried))
    const keys = $derived(marked ? carried.map((row) => row.key) : [])
    const label = $derived(
        says(work) === ''
            ? `Nothing ${marked ? 'marked ' : ''}to build`
            : `${says(work)}${marked ? ', marked' : ''}`,
    )

    $effect(() => {
        cost = null
        if (versions === '' || carried.length === 0) return
        const abort = new AbortController()
        const body = { versions, keys, closes: null, trial: null, at: null }
        const later = setTimeout(() => {
            post('/api/terms/{term}/builds/cost', { path: { term }, body }, abort.signal)
                .then((answer) => (cost = answer))
                .catch(() => (cost = null))
        }, PAUSE_MILLIS)
        return () => {
            clearTimeout(later)
            abort.abort()
        }
    })

    $effect(() => {
        if (ways) box?.showModal()
    })

    /**
     * Starts the build, or asks first where it harms.
     *
     * @param later when, on the campus's clocks; empty for at once
     */
    function build(trial: number, later: string) {
        trialOf = trial
        when = later
        ways = false
        if (question(work) !== '') asking = true
        else start()
    }

    function start() {
        asking = false
        void campus.attempt(async () => {
            busy = true
            try {
                const body = { versions, keys, closes: work.close, trial: trialOf, at: instantOf(when) }
                await post('/api/terms/{term}/builds', { path: { term }, body })
                route.go('build')
            } finally {
                busy = false
            }
        })
    }

    /** A time on the campus's clocks. */
    function instantOf(local: string): string | null {
        return local === ''
            ? null
            : Temporal.PlainDateTime.from(local).toZonedDateTime(campus.zone).toInstant().toString()
    }
</script>

<button class="go" disabled={disabled || busy || says(work) === ''} onclick={() => build(0, '')}
    >{label}</button
>
{#if cost && says(work) !== '' && !disabled}
    <span class="soft">{count(cost.calls, 'call')}, about {lasts(cost.seconds)}</span>
    <button class="plain" onclick={() => (ways = true)}>Otherwise …</button>
{/if}

{#if ways && cost}
    <dialog bind:this={box} onclose={() => (ways = false)} aria-labelledby="ways">
        <h2 id="ways">{label}</h2>
        <p>
            {count(cost.steps, 'step')} in {count(cost.calls, 'call')} to the LMS, about {lasts(cost.seconds)} at
            the rate of late.
        </p>
        {#if cost.notices.length > 0}
            <p>What students will notice:</p>
            <ul>
                {#each cost.notices as notice (notice)}<li>{notice}</li>{/each}
            </ul>
        {:else}
            <p>Students will notice nothing of it.</p>
        {/if}
        <form method="dialog">
            {#if cost.shells > FEW}
                <label
                    ><input type="checkbox" bind:checked={first} /> {FEW} shells first, then it pauses</label
                >
            {/if}
            <label>
                Begin at <input type="datetime-local" bind:value={at} />
                <span class="soft">{at === '' ? 'at once' : campus.zone}</span>
            </label>
            <div>
                <!-- svelte-ignore a11y_autofocus -->
                <button class="plain" autofocus>Leave it</button>
                <button class="go" type="button" onclick={() => build(first ? FEW : 0, at)}>
                    {first ? `Try ${FEW} of ${number(cost.shells)}` : label}{at === '' ? '' : ', later'}
                </button>
            </div>
        </form>
    </dialog>
{/if}

{#if asking}
    <Ask
        question={question(work)}
        more={work.close > 0 ? 'Closed shells keep all that is in them; students can no longer enter.' : ''}
        yes={says(work)}
        agree={start}
        close={() => (asking = false)}
    />
{/if}

<style>
    dialog {
        background: var(--sheet);
        color: var(--ink);
        border: 1px solid var(--hair);
        border-top: 3px solid var(--chalk);
        padding: 20px 26px;
        max-width: 56ch;
    }
    p {
        margin: 10px 0 0;
    }
    ul {
        margin: 4px 0 0;
        padding-left: 20px;
    }
    form {
        display: grid;
        gap: 10px;
        margin-top: 16px;
    }
    form div {
        display: flex;
        gap: 18px;
        justify-content: flex-end;
        align-items: baseline;
    }
</style>
