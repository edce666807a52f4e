<script lang="ts">
    import type { Api } from '../api/client'
    import { day, moment, words } from '../frame/words'

    /** The dated items of an earlier shell, old and new; each new date can be set by hand. */
    let {
        start,
        changed,
        disabled,
        change,
    }: {
        start: Api['Start']
        changed: Record<string, string>
        disabled: boolean
        change: (at: string, due: string) => void
    } = $props()

    const dated = $derived(
        start.units.flatMap((unit) =>
            unit.items.flatMap((item) =>
                item.was === null && item.due === null ? [] : [{ at: item.id, unit: unit.title, item }],
            ),
        ),
    )

    /** A date in full, beside what is typed; nothing while it is none. */
    function weekday(due: string): string {
        return /^\d{4}-\d\d-\d\dT/.test(due) ? day(due) : ''
    }

    /** The offset that the campus's clock shows on a day is that of the date that was carried to it, or of its neighbour. */
    function withOffset(local: string, like: string): string {
        return local.trim() === '' ? '' : `${local.trim().replace(' ', 'T')}:00${like.slice(19)}`
    }
</script>

<table>
    <thead>
        <tr>
            <th scope="col">item</th>
            <th scope="col">was due</th>
            <th scope="col">is due</th>
            <th scope="col">why not the same day of the same week</th>
        </tr>
    </thead>
    <tbody>
        {#each dated as { at, unit, item } (at)}
            {@const due = changed[at] ?? item.due ?? ''}
            <tr class:changed={at in changed}>
                <td>{item.title} <span class="soft">{unit}</span></td>
                <td class="soft">{item.was ? moment(item.was) : ''}</td>
                <td>
                    <input
                        class="mono"
                        aria-label="{item.title} is due"
                        value={due.slice(0, 16).replace('T', ' ')}
                        {disabled}
                        placeholder="no date"
                        autocomplete="off"
                        onchange={(e) =>
                            change(at, withOffset(e.currentTarget.value, item.due ?? item.was ?? due))}
                    />
                    <span class="soft">{weekday(due)}</span>
                </td>
                <td class="ochre">{item.notes.length > 0 ? `▲ ${item.notes.map(words).join(', ')}` : ''}</td>
            </tr>
        {/each}
    </tbody>
</table>

<style>
    td,
    th {
        border-top: 1px solid var(--faint);
        padding: 4px 14px 4px 0;
        font-size: 13px;
        vertical-align: baseline;
    }
    td span {
        display: block;
        font-size: 12px;
    }
    td input {
        width: 140px;
    }
    .changed td {
        background: var(--chalk-wash);
    }
</style>
