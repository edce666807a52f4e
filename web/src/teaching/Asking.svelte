<script lang="ts">
    import { Problem, post, type Api } from '../api/client'
    import Does from '../requests/Does.svelte'
    import { list } from './words'

    /** What is asked for, with what it would do, before it is asked. */
    let {
        term,
        kind,
        chosen,
        starts = [],
        sections = [],
        asked,
        close,
    }: {
        term: string
        kind: Api['Wish']['kind']
        /** The sections that it is about. */
        chosen: string[]
        starts?: Api['TeachingStart'][]
        /** Those that may lead, by id and name. */
        sections?: { id: string; label: string; students: number }[]
        asked: (one: Api['RequestOne']) => void
        close: () => void
    } = $props()

    let lead = $state('')
    let from = $state('previous')
    let title = $state('')
    let opens = $state('')
    let open = $state('')
    let note = $state('')
    let does = $state.raw<Api['RequestDoes'] | null>(null)
    /** Whether what it would do is of what is said now. */
    let seen = $state(false)
    let says = $state('')
    let busy = $state(false)

    const looked = $derived<Api['Wish']>({
        term,
        kind,
        sections: chosen,
        lead: kind === 'TOGETHER' && lead ? lead : null,
        from: kind === 'START' ? from : null,
        title: kind === 'TITLE' || kind === 'MASTER' ? title : null,
        opens: kind === 'WINDOW' && opens ? opens : null,
        open: kind === 'WINDOW' && open ? open : null,
        note: '',
    })
    const whole = $derived({ ...looked, note })
    const ready = $derived(
        kind === 'TITLE' || kind === 'MASTER'
            ? title.trim() !== ''
            : kind === 'WINDOW'
              ? opens !== '' || open !== ''
              : true,
    )

    let stopLooking = () => {}

    $effect(() => {
        const body = looked
        seen = false
        if (!ready) {
            does = null
            says = ''
            return
        }
        const given = new AbortController()
        const wait = setTimeout(() => {
            post('/api/requests/look', { body }, given.signal)
                .then((answer) => {
                    does = answer
                    seen = true
                    says = ''
                })
                .catch((e: unknown) => {
                    if (given.signal.aborted) return
                    does = null
                    says = e instanceof Problem || e instanceof Error ? e.message : String(e)
                })
        }, 150)
        stopLooking = () => {
            clearTimeout(wait)
            given.abort()
        }
        return stopLooking
    })

    async function ask() {
        busy = true
        // once it is asked for, looking would say that it was asked for already
        stopLooking()
        try {
            asked(await post('/api/requests', { body: whole }))
        } catch (e) {
            says = e instanceof Error ? e.message : String(e)
        }
        busy = false
    }

    /** Whoever opened it goes on by typing. */
    function begin(form: HTMLFormElement) {
        form.querySelector<HTMLElement>('input, select')?.focus()
    }

    function submit(event: SubmitEvent) {
        event.preventDefault()
        void ask()
    }
</script>

<form class="asking" onsubmit={submit} aria-label="What you ask for" {@attach begin}>
    {#if kind === 'TITLE'}
        <label>Title <input bind:value={title} maxlength="200" required /></label>
    {:else if kind === 'MASTER'}
        <label>Called <input bind:value={title} maxlength="200" required /></label>
        <p class="soft">A shell outside any term, for you to develop in. It never has students.</p>
    {:else if kind === 'START'}
        <label
            >Starts from <select bind:value={from}
                >{#each starts as one (one.name)}<option value={one.name}>{one.words}</option>{/each}</select
            ></label
        >
    {:else if kind === 'WINDOW'}
        <label>Open from <input type="date" bind:value={opens} /></label>
        <label
            >Opened <select bind:value={open}
                ><option value="">as it is</option><option value="yes">by itself, on that day</option><option
                    value="no">by me, by hand</option
                ></select
            ></label
        >
    {:else if kind === 'TOGETHER' && sections.length > 1}
        <label
            >In the shell of <select bind:value={lead}
                ><option value="">the one that the campus chooses</option><option value="most"
                    >the section with most students</option
                ><option value="lowest">the lowest number</option>{#each sections as one (one.id)}<option
                        value={one.id}>{one.label}</option
                    >{/each}</select
            ></label
        >
    {/if}
    {#if does}
        <Does {does} />
        {#if does.special.length > 0}
            <label
                >Why, for who decides <textarea rows="2" bind:value={note} maxlength="1000"></textarea></label
            >
        {/if}
    {/if}
    <p class="brick" role="alert">{says}</p>
    <p class="acts">
        <button class="go" disabled={busy || !does || !seen}
            >{does && does.special.length > 0
                ? `Ask ${list(does.deciders.slice(0, 3).map((one) => one.name)) || 'for it'}`
                : 'Have it so'}</button
        >
        <button class="plain" type="button" onclick={close}>Leave it</button>
    </p>
</form>

<style>
    .asking {
        border-left: 3px solid var(--chalk);
        padding: 6px 0 8px 14px;
        margin: 10px 0;
        display: grid;
        gap: 8px;
        max-width: 640px;
    }
    label {
        display: flex;
        flex-wrap: wrap;
        gap: 4px 10px;
        align-items: baseline;
    }
    input:not([type='date']) {
        flex: 1;
        min-width: 180px;
    }
    .acts {
        display: flex;
        gap: 18px;
        align-items: baseline;
    }
    p[role='alert']:empty {
        display: none;
    }
</style>
