<script lang="ts">
    import type { Api } from '../api/client'
    import { number } from '../frame/words'
    import type { Layer } from './edits'

    /** Which sections a layer is for, picked from what the list has. */
    let {
        when,
        conditions,
        facts,
        error,
        disabled,
        change,
    }: {
        when: Layer['when']
        conditions: string[]
        facts: Api['ProofFacts'][]
        error: (key: string) => string | undefined
        disabled: boolean
        change: (when: Layer['when']) => void
    } = $props()

    const free = $derived(conditions.filter((key) => !when.some((one) => one.key === key)))

    function values(key: string, next: string[]) {
        change(when.map((one) => (one.key === key ? { key, values: next } : one)))
    }

    function add(key: string, input: HTMLInputElement) {
        const value = input.value.trim()
        const now = when.find((one) => one.key === key)?.values ?? []
        if (value !== '' && !now.includes(value)) values(key, [...now, value])
        input.value = ''
    }
</script>

<div class="conditions">
    {#each when as one, i (one.key)}
        {@const picked = facts.find((f) => f.condition === one.key)?.values ?? []}
        <div class="one" role="group" aria-label={one.key}>
            <span class="soft">{i === 0 ? 'for sections whose' : 'and whose'}</span>
            <b>{one.key}</b> <span class="soft">is</span>
            {#each one.values as value, n (n)}
                {#if n > 0}<span class="soft">or</span>{/if}
                <span class="value">
                    {value}{#if !disabled}<button
                            class="plain"
                            aria-label="Take out {one.key} {value}"
                            onclick={() =>
                                values(
                                    one.key,
                                    one.values.filter((v) => v !== value),
                                )}>take out</button
                        >{/if}
                </span>
            {/each}
            {#if !disabled}
                <input
                    aria-label="Another {one.key}"
                    placeholder={one.values.length > 0 ? 'or another' : 'pick or type'}
                    list="facts-{one.key}"
                    autocomplete="off"
                    onkeydown={(e) => e.key === 'Enter' && add(one.key, e.currentTarget)}
                    onchange={(e) => add(one.key, e.currentTarget)}
                />
                <datalist id="facts-{one.key}">
                    {#each picked as fact (fact.value)}
                        <option value={fact.value}>{number(fact.sections)} sections</option>
                    {/each}
                </datalist>
                <button class="plain" onclick={() => change(when.filter((w) => w.key !== one.key))}
                    >any {one.key}</button
                >
            {/if}
            {#if error(one.key)}<span class="brick">■ {error(one.key)}</span>{/if}
        </div>
    {/each}
    {#if !disabled && free.length > 0}
        <label>
            <span class="soft">{when.length === 0 ? 'for all sections;' : ''}</span>
            <select
                aria-label={when.length === 0 ? 'only for' : 'and only for'}
                value=""
                onchange={(e) => {
                    change([...when, { key: e.currentTarget.value, values: [] }])
                    e.currentTarget.value = ''
                }}
            >
                <option value="" disabled
                    >{when.length === 0 ? 'only for some …' : 'and only for some …'}</option
                >
                {#each free as key (key)}<option value={key}>{key}</option>{/each}
            </select>
        </label>
    {:else if when.length === 0}
        <span class="soft">for all sections</span>
    {/if}
</div>

<style>
    .conditions {
        display: grid;
        gap: 4px;
        justify-items: start;
    }
    .one {
        display: flex;
        flex-wrap: wrap;
        gap: 2px 7px;
        align-items: baseline;
    }
    .value {
        border-bottom: 1px solid var(--hair);
    }
    .value button,
    .one > button {
        font-size: 12px;
        font-weight: 400;
        margin-left: 5px;
        border-bottom-width: 1px;
    }
    input {
        width: 150px;
    }
</style>
