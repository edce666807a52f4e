<script lang="ts">
    import { changeOf } from '../api/change'
    import { post, type Api } from '../api/client'
    import { campus } from '../frame/campus.svelte'

    /** How much of a list may be gone until it is held: for the campus, and for departments where it is otherwise. */
    type Guards = Api['GuardsEdit']
    type Shares = Api['GuardsEditShares']
    const FIELDS = [
        { key: 'sectionsOut', name: 'sections', of: '%' },
        { key: 'instructorsOut', name: 'instructors', of: '%' },
        { key: 'drops', name: 'students', of: '%' },
        { key: 'from', name: 'looked at from', of: '' },
    ] as const

    let { guards, basedOn, kept }: { guards: Guards; basedOn: number; kept: () => Promise<void> } = $props()

    let edited = $state<Guards | null>(null)
    let department = $state('')
    let busy = $state(false)

    const now = $derived(edited ?? guards)
    const lines = $derived([
        { key: '', name: 'Campus', shares: now.campus },
        ...Object.entries(now.sources).map(([key, shares]) => ({
            key: `s:${key}`,
            name: `lists of ${key}`,
            shares,
        })),
        ...Object.entries(now.departments).map(([key, shares]) => ({ key: `d:${key}`, name: key, shares })),
    ])
    const right = $derived(
        lines.every(({ shares }) =>
            FIELDS.every(({ key, of }) => {
                const value = shares[key]
                return Number.isInteger(value) && value >= (of ? 0 : 1) && value <= (of ? 100 : 1_000_000)
            }),
        ),
    )

    function draft(): Guards {
        edited ??= $state.snapshot(guards)
        return edited
    }

    function sharesOf(all: Guards, key: string): Shares | undefined {
        if (key === '') return all.campus
        return key.startsWith('d:') ? all.departments[key.slice(2)] : all.sources[key.slice(2)]
    }

    function set(line: string, field: keyof Shares, text: string) {
        const shares = sharesOf(draft(), line)
        if (shares) shares[field] = text.trim() === '' ? NaN : Number(text)
    }

    function add() {
        const all = draft()
        all.departments[department.trim()] = { ...$state.snapshot(all.campus) }
        department = ''
    }

    function takeOut(line: string) {
        delete draft().departments[line.slice(2)]
    }

    function keep() {
        const wanted = $state.snapshot(now)
        void campus.attempt(async () => {
            busy = true
            try {
                await post('/api/conventions/versions', {
                    body: { change: changeOf(basedOn, { guards: wanted }), note: 'guards' },
                })
                edited = null
                await kept()
            } finally {
                busy = false
            }
        })
    }
</script>

<section aria-labelledby="guards">
    <h2 id="guards">Guards</h2>
    <p class="soft">A list of which more is gone than this is held for a person.</p>
    <table>
        <thead>
            <tr>
                <th scope="col">of</th>
                {#each FIELDS as field (field.key)}<th scope="col">{field.name} {field.of}</th>{/each}
            </tr>
        </thead>
        <tbody>
            {#each lines as line (line.key)}
                <tr>
                    <th scope="row">
                        {line.name}
                        {#if line.key.startsWith('d:') && campus.may('CHANGE_CONVENTIONS')}
                            <button
                                class="plain"
                                aria-label="{line.name} as the campus"
                                onclick={() => takeOut(line.key)}>as the campus</button
                            >
                        {/if}
                    </th>
                    {#each FIELDS as field (field.key)}
                        <td>
                            <input
                                aria-label="{line.name}: {field.name}"
                                inputmode="numeric"
                                maxlength="7"
                                disabled={!campus.may('CHANGE_CONVENTIONS')}
                                value={Number.isNaN(line.shares[field.key]) ? '' : line.shares[field.key]}
                                oninput={(e) => set(line.key, field.key, e.currentTarget.value)}
                            />
                        </td>
                    {/each}
                </tr>
            {/each}
        </tbody>
    </table>
    {#if campus.may('CHANGE_CONVENTIONS')}
        <p>
            <label>department <input bind:value={department} size="8" maxlength="255" /></label>
            <button
                class="plain"
                disabled={department.trim() === '' || department.trim() in now.departments}
                onclick={add}>Limits of its own</button
            >
        </p>
        {#if edited}
            <p>
                <button class="go" disabled={busy || !right} onclick={keep}>Keep these guards</button>
                <button class="plain" onclick={() => (edited = null)}>Leave them</button>
            </p>
        {/if}
    {/if}
</section>

<style>
    section {
        margin-top: 26px;
    }
    p {
        margin-top: 8px;
        font-size: 13.5px;
    }
    th,
    td {
        padding: 3px 8px 3px 0;
        vertical-align: baseline;
    }
    tbody th {
        color: var(--ink);
        font-weight: 600;
    }
    td input {
        width: 4em;
        min-height: 24px;
    }
    tbody th button {
        display: block;
        font-size: 12px;
    }
</style>
