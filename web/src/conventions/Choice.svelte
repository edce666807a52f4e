<script lang="ts">
    import type { Setting, Standing } from './edits'

    /** One setting of a layer in the long list: picked where it has choices, else typed. */
    let {
        setting,
        standing,
        draft,
        error,
        fixed,
        layerName,
        disabled,
        change,
        fix,
    }: {
        setting: Setting
        standing: Standing
        draft: string | null | undefined
        error: string | undefined
        fixed: boolean
        layerName: (index: number) => string
        disabled: boolean
        change: (text: string | null) => void
        fix: (fixed: boolean) => void
    } = $props()

    const text = $derived(draft ?? standing.text)
    const here = $derived(draft === undefined ? standing.here : draft !== null)
    const choices = $derived(setting.kind === 'YES_NO' ? ['yes', 'no'] : setting.choices)
    const picked = $derived(setting.kind === 'YES_NO' || setting.kind === 'CHOICE')
    const from = $derived(
        standing.fixedIn >= 0
            ? `fixed in ${standing.fixedIn + 1} ${layerName(standing.fixedIn)}; what is set here is ignored`
            : here
              ? draft === undefined
                  ? 'set here'
                  : 'changed, not kept yet'
              : draft === null
                ? 'left to the layers above, not kept yet'
                : standing.from >= 0
                  ? `from ${standing.from + 1} ${layerName(standing.from)}`
                  : 'unless set',
    )
</script>

<tr>
    <th scope="row"><label for="field-{setting.key}">{setting.name}</label></th>
    <td>
        {#if picked}
            <select
                id="field-{setting.key}"
                value={text}
                {disabled}
                class:inherited={!here}
                onchange={(e) => change(e.currentTarget.value)}
            >
                {#each choices.includes(text) ? choices : [text, ...choices] as choice (choice)}
                    <option value={choice}>{choice || 'as it comes'}</option>
                {/each}
            </select>
        {:else}
            <input
                id="field-{setting.key}"
                class="mono"
                class:inherited={!here}
                value={text}
                {disabled}
                spellcheck="false"
                autocomplete="off"
                aria-invalid={error !== undefined}
                oninput={(e) => change(e.currentTarget.value)}
            />
        {/if}
    </td>
    <td class="about">
        {#if error}<span class="brick">■ {error}</span>{:else}<span
                class={standing.fixedIn >= 0 ? 'ochre' : draft === undefined ? 'soft' : 'chalk'}>{from}</span
            >{/if}
        {#if here && !disabled}
            <button class="plain" onclick={() => change(null)}>leave it to the layers above</button>
        {/if}
    </td>
    <td>
        <label class="fix">
            <input
                type="checkbox"
                checked={fixed}
                {disabled}
                onchange={(e) => fix(e.currentTarget.checked)}
            />
            fixed<span class="unseen"> here: {setting.name}</span>
        </label>
    </td>
</tr>

<style>
    th,
    td {
        border-top: 1px solid var(--faint);
        padding: 4px 12px 4px 0;
        font-size: 13px;
        vertical-align: baseline;
        font-weight: 400;
    }
    th {
        color: var(--soft);
        width: 150px;
    }
    .about {
        font-size: 12.5px;
    }
    .about button {
        font-size: 12px;
        font-weight: 400;
        display: block;
        border-bottom-width: 1px;
    }
    td > input {
        width: 160px;
    }
    .inherited {
        color: var(--soft);
        border-bottom-style: dotted;
    }
    .fix {
        white-space: nowrap;
        font-size: 12.5px;
    }
</style>
