<script lang="ts">
    import { onMount } from 'svelte'
    import { get, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import type { Target } from './moves.svelte'

    /** One setting of single shells, as an override of each: its category, or any other. */
    let { target = $bindable(), categories }: { target: Target; categories: Api['MoveCategory'][] } = $props()

    let settings = $state.raw<Api['ConventionsSettingView'][]>([])
    const setting = $derived(settings.find((one) => one.key === target.setting))
    const choices = $derived(
        setting?.kind === 'YES_NO' ? ['yes', 'no'] : setting?.kind === 'CHOICE' ? setting.choices : [],
    )

    onMount(() => {
        void campus.attempt(async () => {
            settings = (await get('/api/conventions/vocabulary')).settings
        })
    })
</script>

<p>
    <label
        >Set the <select
            value={target.setting}
            onchange={(event) => (target = { ...target, setting: event.currentTarget.value, value: '' })}
        >
            {#each settings as one (one.key)}<option value={one.key}>{one.name}</option>{/each}
        </select></label
    >
</p>
<p>
    {#if choices.length > 0}
        <label
            >to <select bind:value={target.value}>
                <option value=""></option>
                {#each choices as choice (choice)}<option value={choice}>{choice}</option>{/each}
            </select></label
        >
    {:else}
        <label
            >to <input
                bind:value={target.value}
                list={target.setting === 'category' ? 'categories' : undefined}
                placeholder={target.setting === 'category'
                    ? 'College / Department'
                    : 'as conventions write it'}
                size="34"
            /></label
        >
        <datalist id="categories">
            {#each categories as one (one.path)}<option value={one.path}></option>{/each}
        </datalist>
    {/if}
</p>

<style>
    p {
        margin-top: 8px;
    }
</style>
