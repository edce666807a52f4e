<script lang="ts">
    import { onMount } from 'svelte'
    import { get, post, Problem, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { NO_TERM, route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import Parts from '../conventions/Parts.svelte'
    import { day, moment } from '../frame/words'
    import WeekRuler from '../parts/WeekRuler.svelte'
    import Why from '../proof/Why.svelte'

    const FIELDS = [
        ['course', 'course', ''],
        ['title', 'title', ''],
        ['section', 'section', ''],
        ['department', 'department', 'department'],
        ['part', 'part of term', 'part'],
        ['delivery', 'delivery', 'delivery'],
        ['campus', 'campus', 'campus'],
        ['tags', 'tags, by commas', 'tag'],
        ['instructor', 'instructor', 'instructor'],
    ] as const
    type Field = (typeof FIELDS)[number][0]

    let facts = $state.raw<Api['ProofFacts'][]>([])
    let example = $state<Record<Field, string>>({
        course: '',
        title: 'Field methods',
        section: '001',
        department: '',
        part: '',
        delivery: '',
        campus: '',
        tags: '',
        instructor: '',
    })
    let answer = $state.raw<Api['StartExample'] | null>(null)
    let trouble = $state('')

    const term = $derived(encodeURIComponent(route.term))
    const withTerm = $derived(route.term !== NO_TERM && (campus.line?.sections ?? 0) > 0)
    const marks = $derived(
        answer?.start.units.flatMap((u) =>
            u.items.flatMap((i) => (i.due ? [{ at: i.due, moved: false }] : [])),
        ) ?? [],
    )

    const values = (condition: string) => facts.find((f) => f.condition === condition)?.values ?? []

    onMount(() => {
        for (const [field] of FIELDS) {
            const given = route.params[field]
            if (given !== undefined) example[field] = given
        }
        if (withTerm) {
            void campus.attempt(async () => {
                facts = await get('/api/terms/{term}/facts', { path: { term } })
                if (example.department === '') example.department = values('department')[0]?.value ?? ''
                if (example.course === '') example.course = `${values('subject')[0]?.value ?? 'OCEA'} 510`
            })
        }
    })

    $effect(() => {
        const asked = { ...example }
        if (!withTerm || asked.department === '' || asked.course === '') return
        const abort = new AbortController()
        post(
            '/api/terms/{term}/example',
            { path: { term }, body: { example: asked, change: null } },
            abort.signal,
        )
            .then((one) => {
                answer = one
                trouble = ''
                route.set(asked)
            })
            .catch((e) => {
                if (abort.signal.aborted) return
                if (e instanceof Problem && e.status === 422) trouble = e.message
                else campus.trouble = e.message
            })
        return () => abort.abort()
    })
</script>

{#snippet sheet()}
    <Parts />
    <div class="page">
        <h1>What a section would get</h1>
        {#if !withTerm}
            <p class="soft">Once a list has come in, any section can be tried here before one is built.</p>
        {:else}
            <form onsubmit={(e) => e.preventDefault()}>
                {#each FIELDS as [field, name, condition] (field)}
                    <label>
                        <span class="soft">{name}</span>
                        <input
                            bind:value={example[field]}
                            list={condition ? `example-${condition}` : undefined}
                            autocomplete="off"
                            spellcheck="false"
                        />
                        {#if condition}
                            <datalist id="example-{condition}">
                                {#each values(condition) as fact (fact.value)}<option value={fact.value}
                                    ></option>{/each}
                            </datalist>
                        {/if}
                    </label>
                {/each}
            </form>
            {#if trouble}<p class="brick" role="alert">■ {trouble}</p>{/if}
            {#if answer}
                <h2>{answer.start.message}</h2>
                {#if answer.start.to}
                    <WeekRuler ruler={answer.start.to} {marks} name="its weeks" />
                {/if}
                <table>
                    <tbody>
                        {#each answer.start.units as unit, u (u)}
                            <tr>
                                <th scope="row">{unit.title}</th>
                                <td class="soft"
                                    >{unit.first
                                        ? `${day(unit.first)} to ${day(unit.last ?? unit.first)}`
                                        : ''}</td
                                >
                                <td>
                                    {#each unit.items as item, i (i)}
                                        <span class="item"
                                            >{item.title}{item.due ? `, due ${moment(item.due)}` : ''}</span
                                        >
                                    {/each}
                                </td>
                            </tr>
                        {/each}
                    </tbody>
                </table>
            {/if}
        {/if}
    </div>
{/snippet}

{#snippet margin()}
    {#if answer}<Why shell={answer.shell} />{/if}
{/snippet}

{#snippet footer()}
    <span class="soft">Nothing is built or kept here. The address can be sent to a colleague.</span>
{/snippet}

<Screen {sheet} {margin} {footer} marginName="Every value, and why" />

<style>
    .page {
        padding: 14px 20px;
        overflow: auto;
        min-height: 0;
    }
    form {
        display: grid;
        grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
        gap: 12px 20px;
        margin: 12px 0 18px;
    }
    label span {
        display: block;
        font-size: 12.5px;
    }
    label input {
        width: 100%;
    }
    h2 {
        margin: 10px 0;
        font-size: 15px;
    }
    td,
    th {
        border-top: 1px solid var(--faint);
        padding: 4px 14px 4px 0;
        font-size: 13px;
        vertical-align: baseline;
    }
    th {
        color: var(--ink);
        white-space: nowrap;
    }
    .item {
        display: block;
    }
</style>
