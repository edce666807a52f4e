<script lang="ts">
    import { campus } from '../frame/campus.svelte'
    import { count, moment, number, words } from '../frame/words'
    import Find from './Find.svelte'
    import Overlap from './Overlap.svelte'
    import type { Table } from './table.svelte'
    import { weighed } from '../proof/snags'

    /** What the sections on the table become in one shell, and what happens to the shells that they have. */
    let { table }: { table: Table } = $props()

    const joining = $derived(table.joining)
    const draft = $derived(table.draft)
    const disabled = $derived(!campus.may('CHANGE_CONVENTIONS'))
    const TO_APPROVE = ['xl-courses-differ', 'xl-activity']
    const needsApproval = $derived(joining?.snags.some((s) => TO_APPROVE.includes(s.snag)) ?? false)
    const others = $derived(joining?.members.filter((m) => m.own !== null) ?? [])
    const NUMBERS = ['', 'one', 'two', 'three', 'four', 'five', 'six']
    const sections = $derived(
        joining ? `${NUMBERS[joining.members.length] ?? number(joining.members.length)} sections` : '',
    )

    function becomes(closed: boolean, open: boolean, activity: boolean): string {
        if (closed) return 'is closed already.'
        const now = open ? 'is open to students now; it is closed' : 'is closed'
        return activity
            ? `${now} and kept. Students have worked in it; their work and grades stay there.`
            : `${now} and kept; nobody has worked in it.`
    }
</script>

{#if joining && draft}
    <h2>One shell for {sections}</h2>
    <Overlap {joining} />
    {#if joining.question}<p class="question" role="note">▲ {joining.question}</p>{/if}

    <h3>Sections</h3>
    <table>
        <tbody>
            {#each joining.members as member (member.id)}
                {@const leads = member.id === joining.lead}
                <tr>
                    <td class="lead" aria-hidden="true">{leads ? '▸' : ''}</td>
                    <td>
                        <b class:quiet={!leads}>{member.name}</b>
                        <span class="acts">
                            {#if leads}leads: {joining.why}
                            {:else if disabled}joins
                            {:else}joins; <button class="plain" onclick={() => table.lead(member.id)}
                                    >let it lead</button
                                >
                            {/if}
                            {#if !disabled && joining.members.length > 2}
                                <button class="plain" onclick={() => table.remove(member.id)}
                                    >take out<span class="unseen"> {member.name}</span></button
                                >
                            {/if}
                        </span>
                        <span class="soft block">
                            {[
                                member.instructors || 'nobody teaches it',
                                member.meets,
                                member.room,
                                member.session,
                            ]
                                .filter(Boolean)
                                .join(', ')}
                        </span>
                    </td>
                    <td class="n">
                        {number(member.students)}
                        {#if member.capacity}<span class="soft">of {member.capacity}</span>{/if}
                    </td>
                </tr>
            {/each}
        </tbody>
    </table>
    {#if !disabled}
        <p class="add"><Find {table} label="add a section" choose={(id) => table.add(id)} /></p>
    {/if}

    <h3>What it becomes</h3>
    <dl>
        <dt>title</dt>
        <dd>{joining.title}</dd>
        <dt>code</dt>
        <dd class="mono">{joining.code}</dd>
        <dt>category</dt>
        <dd>
            {joining.category}
            {#each joining.otherCategories as other, i (i)}
                <span class="chalk block">of the lead; {other} would be the other</span>
            {/each}
        </dd>
        <dt>people</dt>
        <dd>
            {joining.instructors.join(', ') || 'nobody teaches it'}; {count(joining.students, 'student')}
            {#if joining.groups.length > 0}in {count(joining.groups.length, 'group')}, one a section{/if}
        </dd>
        <dt>open</dt>
        <dd>
            {moment(joining.opens)} to {moment(joining.closes)}
            {#if joining.shutWhileTaught.length > 0}
                <span class="ochre block"
                    >▲ shut while {joining.shutWhileTaught.join(', ')}
                    {joining.shutWhileTaught.length === 1 ? 'is' : 'are'} still taught; let another section lead,
                    or give the shell other dates</span
                >
            {/if}
        </dd>
    </dl>

    {#if joining.snags.length > 0}
        <h3>Snags</h3>
        {#each joining.snags as snag (weighed(snag))}
            <p class="snag">
                <b class={snag.stop ? 'brick' : 'ochre'}
                    >{snag.stop ? '■' : '▲'} {words(snag.snag.replace('xl-', ''))}</b
                >
                {snag.message} <span class="soft">{snag.toDo}</span>
            </p>
        {/each}
    {/if}
    {#if (needsApproval || draft.approved) && !disabled}
        <p class="approve">
            <label>
                <input
                    type="checkbox"
                    checked={draft.approved}
                    onchange={(e) => table.approve(e.currentTarget.checked, draft.reason)}
                />
                let it stand all the same
            </label>
            {#if draft.approved}
                <label>
                    <span class="soft">because</span>
                    <input
                        value={draft.reason}
                        aria-invalid={draft.reason.trim() === ''}
                        oninput={(e) => table.approve(true, e.currentTarget.value)}
                    />
                </label>
            {/if}
        </p>
    {/if}

    <h3>{others.length > 1 ? 'The other shells' : 'The other shell'}</h3>
    {#if others.length === 0}
        <p class="small">
            No joined section has a shell of its own in the LMS: nothing is closed, no work stays behind.
        </p>
    {:else}
        {#each others as member (member.id)}
            {@const own = member.own}
            {#if own}
                <p class="small">
                    <span class="mono">{own.code}</span>
                    {becomes(own.closed, own.open, own.activity)}
                </p>
            {/if}
        {/each}
        <p class="small soft">
            Splitting brings it back as it was left. Work done in the shared shell stays in that one.
        </p>
    {/if}

    {#if joining.twice.length > 0}
        <h3>In more than one section</h3>
        <p class="small">
            {joining.twice
                .slice(0, 12)
                .map((one) => one.name)
                .join(', ')}{joining.twice.length > 12
                ? ` and ${number(joining.twice.length - 12)} more`
                : ''}. They are in each of their groups; ask the registrar which is right.
        </p>
    {/if}
{:else if draft}
    <h2>On the table</h2>
    <p class="small">
        {draft.joined.length === 1 ? 'One section. ' : ''}Add another one to see what they become.
    </p>
    <p class="add"><Find {table} label="add a section" choose={(id) => table.add(id)} /></p>
{:else}
    <h2>Sections taught together</h2>
    <p class="small">
        Choose a row to see what its sections become in one shell: its name, people, dates, and what happens
        to the shells that stand. Or type a course, a person or a reference number to put sections together
        yourself.
    </p>
{/if}

<style>
    h3 {
        margin: 16px 0 4px;
    }
    table {
        width: 100%;
        border-collapse: collapse;
    }
    td {
        border-top: 1px solid var(--hair);
        padding: 4px 6px 5px 0;
        font-size: 13px;
        vertical-align: baseline;
    }
    .lead {
        width: 16px;
        color: var(--chalk);
    }
    .quiet {
        font-weight: 400;
    }
    .acts {
        margin-left: 6px;
    }
    .block {
        display: block;
        font-size: 12px;
    }
    .n {
        text-align: right;
        white-space: nowrap;
        padding-right: 0;
    }
    .add {
        margin: 6px 0 0;
        font-size: 13px;
    }
    dl {
        margin: 0;
        display: grid;
        grid-template-columns: 74px 1fr;
    }
    dt,
    dd {
        margin: 0;
        border-top: 1px solid var(--hair);
        padding: 4px 0 5px;
        font-size: 13px;
        overflow-wrap: anywhere;
    }
    dt {
        color: var(--soft);
    }
    .question {
        background: var(--ochre-wash);
        border-left: 3px solid var(--ochre);
        padding: 6px 10px;
        font-weight: 650;
    }
    .snag,
    .small {
        font-size: 13px;
        margin-bottom: 6px;
    }
    .approve {
        display: grid;
        gap: 6px;
        font-size: 13px;
        margin: 6px 0;
    }
</style>
