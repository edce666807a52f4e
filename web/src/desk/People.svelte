<script lang="ts">
    import { onMount } from 'svelte'
    import { get, post, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import { route } from '../frame/nav.svelte'
    import Screen from '../frame/Screen.svelte'
    import { count } from '../frame/words'
    import { cells } from '../parts/cells'
    import Export from '../parts/Export.svelte'

    /** Who can sign in; administrators add people and keep them out. */
    let people = $state.raw<Api['PeoplePerson'][]>([])
    let login = $state('')
    let name = $state('')
    let role = $state<'ADMINISTRATOR' | 'AUDITOR'>('AUDITOR')
    /** A first password, shown until something else is done. */
    let told = $state.raw<Api['PeopleFirstPassword'] | null>(null)

    const ROLES = { ADMINISTRATOR: 'administrator: does everything', AUDITOR: 'auditor: reads everything' }

    onMount(() => void campus.attempt(load))

    async function load() {
        people = await get('/api/people')
    }

    function add(event: SubmitEvent) {
        event.preventDefault()
        void campus.attempt(async () => {
            told = await post('/api/people', { body: { login, name, role } })
            login = ''
            name = ''
            await load()
        })
    }

    function reset(person: Api['PeoplePerson']) {
        void campus.attempt(async () => {
            told = await post('/api/people/{login}/password', { path: { login: person.login } })
            await load()
        })
    }

    function disable(person: Api['PeoplePerson']) {
        void campus.attempt(async () => {
            told = null
            await post('/api/people/{login}/disabled', {
                path: { login: person.login },
                query: { disabled: !person.disabled },
            })
            await load()
        })
    }
</script>

{#snippet sheet()}
    <div class="people">
        <h1>People who sign in</h1>
        <table>
            <thead><tr><th>Name</th><th>Signs in as</th><th>Role</th><th>Stands</th><th></th></tr></thead>
            <tbody>
                {#each people as person (person.login)}
                    <tr>
                        <th scope="row">{person.name}</th>
                        <td class="mono">{person.login}</td>
                        <td>{ROLES[person.role].split(':')[0]}</td>
                        <td class:soft={!person.disabled}
                            >{#if person.disabled}<b class="brick">■ disabled</b>{:else}{person.mustChange
                                    ? 'has not signed in yet'
                                    : 'can sign in'}{/if}</td
                        >
                        <td class="acts">
                            {#if person.login !== campus.me?.login}
                                <button class="plain" onclick={() => disable(person)}
                                    >{person.disabled ? 'Let in again' : 'Disable'}<span class="unseen">
                                        {person.name}</span
                                    ></button
                                >
                                <button class="plain" onclick={() => reset(person)}
                                    >New first password<span class="unseen"> for {person.name}</span></button
                                >
                            {/if}
                        </td>
                    </tr>
                {/each}
            </tbody>
        </table>
    </div>
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
    <h2>Add somebody</h2>
    <form onsubmit={add}>
        <label>Name <input bind:value={name} required maxlength="200" /></label>
        <label
            >Signs in as <input
                class="mono"
                bind:value={login}
                required
                pattern="[a-z0-9._\-]{'{2,60}'}"
                title="small letters, digits, dot, hyphen"
            /></label
        >
        <label
            >Role <select bind:value={role}
                >{#each Object.entries(ROLES) as [key, says] (key)}<option value={key}>{says}</option
                    >{/each}</select
            ></label
        >
        <button class="go">Add</button>
    </form>
{/snippet}

{#snippet footer()}
    <button class="plain" onclick={() => route.set({ view: '' })}>Back to the desk</button>
    <Export
        name="people"
        cells={() =>
            cells(people, [
                ['name', (p) => p.name],
                ['signs in as', (p) => p.login],
                ['role', (p) => p.role.toLowerCase()],
                ['disabled', (p) => (p.disabled ? 'yes' : 'no')],
            ])}
    />
    <span class="soft">{count(people.length, 'person', 'people')}</span>
{/snippet}

<Screen {sheet} {margin} {footer} marginName="Add somebody" />

<style>
    .people {
        padding: 18px 20px;
        overflow: auto;
    }
    table {
        margin-top: 12px;
    }
    th,
    td {
        border-top: 1px solid var(--hair);
        padding: 8px 18px 8px 0;
        text-align: left;
    }
    tbody th {
        font-weight: 600;
        font-size: 14px;
        color: var(--ink);
    }
    .acts button {
        margin-right: 16px;
    }
    form {
        display: grid;
        gap: 12px;
        margin-top: 10px;
    }
    label {
        display: grid;
        gap: 4px;
    }
    button.go {
        justify-self: start;
    }
    h2 {
        margin-top: 18px;
    }
</style>
