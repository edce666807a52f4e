<script lang="ts">
    import { onMount } from 'svelte'
    import { get, put, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { count } from '../frame/words'
    import Ask from '../parts/Ask.svelte'
    import { cells as sheetCells } from '../parts/cells'
    import Export from '../parts/Export.svelte'
    import Find from '../parts/Find.svelte'
    import Grid from '../parts/Grid.svelte'
    import { finds, grouped } from '../parts/lines'
    import { list } from '../teaching/words'
    import CourseWords from './CourseWords.svelte'

    /** Courses as everybody may see them, where the campus publishes them; and what is written of each. */
    type Course = Api['Course']

    let all = $state.raw<Api['CourseSheet'] | null>(null)
    let asking = $state(false)
    let says = $state('')
    const selected = $derived(route.params.course ?? '')
    const courses = $derived(all?.courses ?? [])
    const one = $derived(courses.find((course) => course.id === selected))
    const shown = $derived(
        courses.filter((course) =>
            finds(
                route.params.find ?? '',
                course.name,
                course.title,
                course.department,
                course.words.summary,
            ),
        ),
    )
    const lines = $derived(
        grouped(
            shown,
            [...new Set(shown.map((course) => course.department))].map((name) => ({
                name,
                says: (own: Course[]) => count(own.length, 'course'),
                has: (course: Course) => course.department === name,
            })),
        ),
    )

    onMount(() => void campus.attempt(async () => void (all = await get('/api/courses'))))

    function write(words: Api['CourseWords']) {
        void campus.attempt(async () => {
            all = await put('/api/courses/{id}', { path: { id: selected }, body: words })
            says = 'Kept.'
        })
    }

    function publish(published: boolean) {
        asking = false
        void campus.attempt(async () => {
            all = await put('/api/course-pages', { query: { published } })
            says = published ? 'Everybody can read them now.' : 'Nobody can read them any more.'
        })
    }

    function slug(text: string): string {
        return text
            .toLowerCase()
            .replace(/[^a-z0-9]+/g, '-')
            .replace(/^-|-$/g, '')
    }
</script>

{#snippet courseCells(course: Course)}
    <span role="gridcell"><b>{course.name}</b><br />{course.title}</span>
    <span role="gridcell">{course.offered.map((term) => term.name).join(', ')}</span>
    <span role="gridcell"
        >{list([...new Set(course.offered.flatMap((term) => term.instructors))]) || '–'}</span
    >
    <span role="gridcell">{course.words.summary || '–'}</span>
{/snippet}

{#snippet sheet()}
    <div class="top">
        <h1>
            {all === null
                ? 'One moment …'
                : `${count(courses.length, 'course')}, ${all.published ? 'read by everybody' : 'published to nobody'}`}
        </h1>
        <p>
            <Find />
        </p>
    </div>
    <Grid
        label="Courses"
        {lines}
        columns={['Course', 'Offered', 'By', 'What it is']}
        widths="minmax(0, 2.4fr) minmax(0, 1fr) minmax(0, 1.8fr) minmax(0, 2.6fr)"
        {selected}
        select={(id) => route.set({ course: id })}
        cells={courseCells}
    />
{/snippet}

{#snippet margin()}
    {#if one}
        <h2>{one.name} {one.title}</h2>
        {#if all?.published}
            <p>
                <a href="/courses/{slug(one.department)}/{one.path}" target="_blank" rel="noopener"
                    >Its page</a
                >
            </p>
        {/if}
        {#key one.id}<CourseWords words={one.words} {write} />{/key}
    {:else}
        <h2>Seen from outside</h2>
        <p class="soft">
            A page for each department and course: title, what it is, when it is offered, by whom, what it
            asks for. From the registrar's list and what is written here; nothing of any student.
        </p>
        {#if all?.published}<p><a href="/courses" target="_blank" rel="noopener">The pages</a></p>{/if}
    {/if}
{/snippet}

{#snippet footer()}
    <button class="plain" onclick={() => route.set({ view: '', course: '' })}>Back to the desk</button>
    {#if all?.mayPublish}
        {#if all.published}
            <button class="plain" onclick={() => publish(false)}>Take the pages away</button>
        {:else}
            <button class="plain" onclick={() => (asking = true)}>Publish them …</button>
        {/if}
    {/if}
    <span class="soft" role="status">{says}</span>
    <Export
        name="courses"
        cells={() =>
            sheetCells(shown, [
                ['course', (c) => c.name],
                ['title', (c) => c.title],
                ['department', (c) => c.department],
                ['offered', (c) => c.offered.map((term) => term.term).join(' ')],
                ['summary', (c) => c.words.summary],
                ['prerequisites', (c) => c.words.prerequisites],
                ['technical needs', (c) => c.words.technical],
            ])}
    />
    {#if asking}
        <Ask
            question="Publish the pages of {count(
                courses.length,
                'course',
            )}, with the names of those who teach them?"
            more="Everybody can read them without signing in, until you take them away."
            yes="Publish {count(courses.length, 'page')}"
            agree={() => publish(true)}
            close={() => (asking = false)}
        />
    {/if}
{/snippet}

<Screen {sheet} {margin} {footer} marginName="The course" />

<style>
    .top {
        padding: 14px 20px 10px;
        flex: none;
    }
    p {
        margin-top: 8px;
    }
</style>
