<script lang="ts">
    import { untrack } from 'svelte'
    import { SvelteSet } from 'svelte/reactivity'
    import type { Api } from '../api/client'
    import { ROLES, type Role } from './roles'

    /** Who somebody is: name, address, roles, and the departments of a scheduler. */
    let {
        person,
        departments,
        keep,
        close,
    }: {
        /** Null for somebody new. */
        person: Api['PeoplePerson'] | null
        departments: Api['ArrivalDepartment'][]
        /** Nothing can be changed without. */
        keep?: (login: string, who: Api['PeopleWish']) => void
        close?: () => void
    } = $props()

    const was = untrack(() => person)
    let login = $state(was?.login ?? '')
    let name = $state(was?.name ?? '')
    let email = $state(was?.email ?? '')
    let inList = $state(was?.person ?? '')
    const roles = new SvelteSet<Role>(was?.roles ?? [])
    const own = new SvelteSet<string>(was?.departments ?? [])

    function submit(event: SubmitEvent) {
        event.preventDefault()
        keep?.(login, {
            name,
            email,
            roles: [...roles],
            departments: roles.has('SCHEDULER') ? [...own] : [],
            person: inList || null,
        })
    }
</script>

<form onsubmit={submit}>
    {#if person === null}
        <label
            >Signs in as <input
                class="mono"
                bind:value={login}
                required
                pattern="[a-z0-9._\-]{'{2,60}'}"
                title="small letters, digits, dot, hyphen"
            /></label
        >
    {/if}
    <label>Name <input bind:value={name} required maxlength="200" /></label>
    <label>Address for mail <input type="email" bind:value={email} maxlength="320" /></label>
    <label>Number in the registrar's list <input class="mono" bind:value={inList} maxlength="255" /></label>
    <fieldset>
        <legend>Roles</legend>
        {#each ROLES as role (role.key)}
            <label class="one"
                ><input
                    type="checkbox"
                    checked={roles.has(role.key)}
                    onchange={() => roles.delete(role.key) || roles.add(role.key)}
                />
                <span>{role.name} <span class="soft">{role.does}</span></span></label
            >
        {/each}
    </fieldset>
    {#if roles.has('SCHEDULER')}
        <fieldset class="departments">
            <legend>Scheduler of</legend>
            {#each departments as one (one.code)}
                <label class="one"
                    ><input
                        type="checkbox"
                        checked={own.has(one.code)}
                        onchange={() => own.delete(one.code) || own.add(one.code)}
                    />
                    {one.name}</label
                >
            {:else}
                <p class="soft">The departments come with the first list.</p>
            {/each}
        </fieldset>
    {/if}
    <p class="acts">
        <button class="go" disabled={!keep}>{person ? 'Keep it so' : 'Add'}</button>
        {#if close}<button class="plain" type="button" onclick={close}>Leave it</button>{/if}
    </p>
</form>

<style>
    form {
        display: grid;
        gap: 12px;
        margin-top: 10px;
    }
    label {
        display: grid;
        gap: 4px;
    }
    .one {
        display: flex;
        gap: 8px;
        align-items: baseline;
    }
    fieldset {
        border: 0;
        padding: 0;
        margin: 0;
        display: grid;
        gap: 4px;
    }
    legend {
        padding: 0;
        font-weight: 600;
    }
    .departments {
        max-height: 220px;
        overflow: auto;
    }
    .acts {
        display: flex;
        gap: 18px;
        align-items: baseline;
    }
</style>
