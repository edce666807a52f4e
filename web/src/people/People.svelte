<script lang="ts">
    import { onMount } from 'svelte'
    import { get, post, put, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { count, number } from '../frame/words'
    import { cells as sheetCells } from '../parts/cells'
    import Export from '../parts/Export.svelte'
    import Find from '../parts/Find.svelte'
    import Grid from '../parts/Grid.svelte'
    import { finds, grouped } from '../parts/lines'
    import Kept from './Kept.svelte'
    import PersonForm from './PersonForm.svelte'
    import { ROLES } from './roles'

    /** Who can sign in, and what each is to the campus. */
    type Person = Api['PeoplePerson']
    interface Line extends Person {
        id: string
    }

    let people = $state.raw<Person[]>([])
    let departments = $state.raw<Api['ArrivalDepartment'][]>([])
    let adding = $state(false)
    let says = $state('')
    /** A first password, shown until something else is done. */
    let told = $state.raw<Api['PeopleFirstPassword'] | null>(null)

    const selected = $derived(route.params.person ?? '')
    const one = $derived(people.find((person) => person.login === selected))
    const names = $derived(new Map(departments.map((each) => [each.code, each.name])))
    const shown = $derived<Line[]>(
        people
            .filter(
                (person) =>
                    finds(
                        route.params.find ?? '',
                        person.name,
                        person.login,
                        person.email,
                        ...departmentsOf(person),
                    ) &&
                    (!route.params.role ||
                        person.roles.includes(route.params.role as Person['roles'][number])),
            )
            .map((person) => ({ ...person, id: person.login })),
    )

    function group(name: string, has: (person: Line) => boolean) {
        return { name, says: (own: Line[]) => count(own.length, 'person', 'people'), has }
    }

    const lines = $derived(
        grouped(shown, [
            group('kept out', (person) => person.disabled),
            ...ROLES.map((role) =>
                group(role.plural, (person) => !person.disabled && person.roles[0] === role.key),
            ),
            group('without a role', (person) => !person.disabled && person.roles.length === 0),
        ]),
    )

    onMount(() => void campus.attempt(load))

    async function load() {
        people = await get('/api/people')
        departments = await get('/api/arrivals/departments')
    }

    function departmentsOf(person: Person): string[] {
        return person.departments.map((code) => names.get(code) ?? code)
    }

    function act(work: () => Promise<void>, what: string) {
        void campus.attempt(async () => {
            told = null
            await work()
            says = what
            await load()
        })
    }

    function keep(login: string, who: Api['PeopleWish']) {
        act(
            async () => {
                if (adding) {
                    told = await post('/api/people', { body: { login, who } })
                    adding = false
                    route.set({ person: login })
                } else await put('/api/people/{login}', { path: { login }, body: who })
            },
            adding ? 'Added.' : 'Kept; it holds from the next click of that person.',
        )
    }

    function reset(login: string) {
        act(async () => {
            told = await post('/api/people/{login}/password', { path: { login } })
        }, 'A new first password; whoever was signed in is out.')
    }

    function disable(person: Person) {
        act(
            async () => {
                await post('/api/people/{login}/disabled', {
                    path: { login: person.login },
                    query: { disabled: !person.disabled },
                })
            },
            person.disabled ? 'Let in again.' : 'Kept out; all that this person did stays.',
        )
    }

    function gone(what: string) {
        route.set({ person: '' })
        act(async () => {}, what)
    }

    function how(person: Person): string {
        if (person.disabled) return 'kept out'
        if (person.mustChange) return 'has a first password'
        return person.hasPassword ? 'can sign in' : 'has no password here'
    }
</script>

{#snippet personCells(person: Line)}
    <span role="gridcell" title={person.email}
        ><b>{person.name}</b><br /><span class="mono">{person.login}</span></span
    >
    <span role="gridcell"
        >{person.roles.map((role) => ROLES.find((each) => each.key === role)?.name).join(', ') || '–'}</span
    >
    <span role="gridcell" title={departmentsOf(person).join(', ')}
        >{departmentsOf(person).join(', ') || '–'}</span
    >
    <span role="gridcell"
        >{#if person.disabled}<b class="brick">■ kept out</b>{:else}{how(person)}{/if}<br /><span class="soft"
            >{person.fromList ? "by the registrar's list" : 'by hand'}</span
        ></span
    >
{/snippet}

{#snippet sheet()}
    <div class="top">
        <h1>{people.length === 0 ? 'One moment …' : `${number(people.length)} people who sign in`}</h1>
        <p class="bar">
            <Find />
            <label
                >Role <select
                    value={route.params.role ?? ''}
                    onchange={(e) => route.set({ role: e.currentTarget.value })}
                    ><option value="">any</option>{#each ROLES as role (role.key)}<option value={role.key}
                            >{role.name}</option
                        >{/each}</select
                ></label
            >
        </p>
    </div>
    <Grid
        label="People"
        {lines}
        columns={['Person', 'Roles', 'Departments', 'Stands']}
        widths="minmax(0, 2.4fr) minmax(0, 2fr) minmax(0, 2.6fr) minmax(0, 1.6fr)"
        {selected}
        select={(login) => {
            adding = false
            told = null
            route.set({ person: login })
        }}
        cells={personCells}
    />
{/snippet}

{#snippet margin()}
    {#if told}
        <h2>Told once</h2>
        <p>
            <span class="mono">{told.login}</span> signs in with
            <b class="mono">{told.password}</b>
            and chooses another password then. It is not shown again.
        </p>
    {/if}
    {#if adding}
        <h2>Add somebody</h2>
        <PersonForm person={null} {departments} {keep} close={() => (adding = false)} />
    {:else if one}
        <h2>{one.name}</h2>
        {#key one.login}<PersonForm
                person={one}
                {departments}
                keep={campus.may('MANAGE_PEOPLE') ? keep : undefined}
            />{/key}
        {#if campus.may('MANAGE_PEOPLE') && one.login !== campus.me?.login}
            <p class="acts">
                <button class="plain" onclick={() => disable(one)}
                    >{one.disabled ? 'Let in again' : 'Keep out'}</button
                >
                <button class="plain" onclick={() => reset(one.login)}>New first password</button>
            </p>
        {/if}
        {#if campus.may('MANAGE_PEOPLE')}{#key one.login}<Kept name={one.login} done={gone} />{/key}{/if}
    {:else}
        <h2>Who signs in</h2>
        <p class="soft">
            Whoever the registrar's list has teach gets an account by itself, and the role of instructor for
            as long. Choose somebody to give roles; what each may do stands in docs/policy.md.
        </p>
        {#if campus.may('MANAGE_PEOPLE')}<Kept done={gone} />{/if}
    {/if}
{/snippet}

{#snippet footer()}
    <button class="plain" onclick={() => route.set({ view: '', person: '' })}>Back to the desk</button>
    {#if campus.may('MANAGE_PEOPLE')}
        <button class="plain" onclick={() => (adding = true)}>Add somebody …</button>
    {/if}
    <span class="soft" role="status">{says}</span>
    <Export
        name="people"
        cells={() =>
            sheetCells(shown, [
                ['name', (p) => p.name],
                ['signs in as', (p) => p.login],
                ['address', (p) => p.email],
                ['roles', (p) => p.roles.join(' ').toLowerCase()],
                ['departments', (p) => p.departments.join(' ')],
                ['stands', how],
            ])}
    />
{/snippet}

<Screen {sheet} {margin} {footer} marginName="The person" />

<style>
    .top {
        padding: 14px 20px 10px;
        flex: none;
    }
    .bar {
        display: flex;
        gap: 22px;
        margin-top: 8px;
        flex-wrap: wrap;
    }
    p {
        margin-top: 10px;
    }
    .acts {
        display: flex;
        gap: 18px;
    }
</style>
