<script lang="ts">
    import { EVERY_WEEK, type TemplateEdit } from './template.svelte'

    /** What does not fit into the outline: the texts of what the pen is on. */
    let { edit, disabled }: { edit: TemplateEdit; disabled: boolean } = $props()

    const item = $derived(edit.item)
    const unit = $derived(edit.unit)
    const spot = $derived(edit.spot)

    const DUE = 'Due is a moment: week 3 Fri 23:59, term.end + 3d 12:00, 2027-02-01.'
    const DUE_WEEKLY = 'In every week due is a weekday: Fri 23:59. {week} stands for its number.'
</script>

{#if item}
    <h2>{item.title || `A ${item.kind}`}</h2>
    {#if item.kind === 'link' || item.kind === 'file'}
        <label>
            <span class="soft">{item.kind === 'link' ? 'leads to' : 'the file’s path'}</span>
            <input
                class="mono"
                value={item.address}
                {disabled}
                oninput={(e) => edit.setItem(spot.unit, spot.item, 'address', e.currentTarget.value)}
            />
        </label>
        {#if item.kind === 'file'}
            <p class="soft small">
                {edit.draft.files[item.address]
                    ? 'Its content came with the cartridge.'
                    : 'Only its place: the instructor puts the file in.'}
            </p>
        {/if}
    {/if}
    <label>
        <span class="soft">text</span>
        <textarea
            rows="5"
            value={item.text}
            {disabled}
            oninput={(e) => edit.setItem(spot.unit, spot.item, 'text', e.currentTarget.value)}></textarea>
    </label>
    <p class="soft small">{spot.unit === EVERY_WEEK ? DUE_WEEKLY : DUE}</p>
{:else if unit}
    <h2>{unit.title || 'A unit'}</h2>
    <label>
        <span class="soft">told to the instructor, not to students</span>
        <textarea
            rows="4"
            value={unit.instruction}
            {disabled}
            oninput={(e) => edit.setUnit(spot.unit, 'instruction', e.currentTarget.value)}></textarea>
    </label>
{:else}
    <h2>Every week</h2>
    <p class="soft small">
        Each teaching week of a shell with the layout “weeks” gets a unit with these items, with its first and
        last day, around breaks. With the layout “units” they are numbered and have no days. {DUE_WEEKLY}
    </p>
{/if}

<style>
    label {
        display: block;
        margin-top: 10px;
    }
    label span {
        display: block;
        font-size: 12.5px;
    }
    input {
        width: 100%;
    }
    .small {
        font-size: 12.5px;
        margin-top: 6px;
    }
</style>
