<script lang="ts">
    import type { Api } from '../api/client'
    import type { Word } from '../conventions/complete'
    import Pattern from './Pattern.svelte'
    import { type Draft, type ProfileEdit } from './profile.svelte'

    /** How the file is written, as sentences with gaps. */
    let {
        edit,
        wrong,
        tokens,
        modifiers,
        disabled,
    }: {
        edit: ProfileEdit
        wrong: Api['ExportWrong'][]
        tokens: Word[]
        modifiers: Word[]
        disabled: boolean
    } = $props()

    const draft = $derived(edit.draft)
    const ENCODINGS = ['UTF-8', 'UTF-16LE', 'windows-1252', 'windows-1250', 'ISO-8859-15', 'IBM850']
    const STATUS = [
        ['new', 'new'],
        ['changed', 'changed'],
        ['same', 'as before'],
        ['gone', 'gone'],
    ] as const
    const telling = $derived(draft.columns.some((one) => one.value.includes('{status}')))

    const form = (to: Partial<Draft['form']>) =>
        edit.change(`form ${Object.keys(to).join()}`, { form: { ...draft.form, ...to } })
    const values = (to: Partial<Draft['values']>) =>
        edit.change(`values ${Object.keys(to).join()}`, { values: { ...draft.values, ...to } })

    function word(of: 'status' | 'roles', key: string, said: string) {
        const words = { ...draft.values[of], [key]: said }
        if (said === '') delete words[key]
        values(of === 'status' ? { status: words } : { roles: words })
    }

    const faults = $derived(
        wrong.filter(
            (one) =>
                !/^columns\/\d/.test(one.path) && !one.path.startsWith('results') && one.path !== 'profile',
        ),
    )
</script>

<fieldset {disabled}>
    <p>
        One row for each
        <select
            aria-label="what a row is"
            value={draft.rows}
            onchange={(e) => edit.change('', { rows: e.currentTarget.value })}
        >
            <option value="shells">shell</option>
            <option value="sections">section</option>
            <option value="enrollments">person in a section</option>
        </select>, as
        <select
            aria-label="kind of file"
            value={draft.form.kind}
            onchange={(e) => form({ kind: e.currentTarget.value })}
        >
            <option value="csv">CSV</option>
            <option value="tsv">TSV</option>
            <option value="xlsx">XLSX</option>
        </select>{#if draft.form.kind !== 'xlsx'}{#if draft.form.kind === 'csv'}
                <span class="with">with</span>
                <select
                    aria-label="delimiter"
                    value={draft.form.delimiter}
                    onchange={(e) => form({ delimiter: e.currentTarget.value })}
                >
                    <option value=",">commas</option>
                    <option value=";">semicolons</option>
                    <option value="|">bars</option>
                </select>{/if}, in
            <select
                aria-label="encoding"
                value={draft.form.encoding}
                onchange={(e) => form({ encoding: e.currentTarget.value })}
            >
                {#each ENCODINGS as encoding (encoding)}<option>{encoding}</option>{/each}
            </select>
            <label
                ><input
                    type="checkbox"
                    checked={draft.form.mark}
                    onchange={(e) => form({ mark: e.currentTarget.checked })}
                /> byte order mark</label
            >
            <label
                ><input
                    type="checkbox"
                    checked={draft.form.quoted}
                    onchange={(e) => form({ quoted: e.currentTarget.checked })}
                /> all in quotes</label
            >
            <label
                ><input
                    type="checkbox"
                    checked={!draft.form.crlf}
                    onchange={(e) => form({ crlf: !e.currentTarget.checked })}
                /> lines end with LF alone</label
            >{/if}
        <label
            ><input
                type="checkbox"
                checked={draft.form.headings}
                onchange={(e) => form({ headings: e.currentTarget.checked })}
            /> headings first</label
        >
    </p>
    <p>
        Dates as
        <input
            class="mono dates"
            aria-label="form of dates"
            value={draft.values.dates}
            oninput={(e) => values({ dates: e.currentTarget.value })}
        />
        in
        <input
            class="zone"
            aria-label="time zone"
            placeholder="the campus's zone"
            value={draft.values.zone}
            oninput={(e) => values({ zone: e.currentTarget.value.trim() })}
        />, yes is
        <input
            class="word"
            aria-label="word for yes"
            value={draft.values.yes}
            oninput={(e) => values({ yes: e.currentTarget.value })}
        />, no is
        <input
            class="word"
            aria-label="word for no"
            value={draft.values.no}
            oninput={(e) => values({ no: e.currentTarget.value })}
        />{#if draft.rows === 'enrollments'}, an instructor is
            <input
                class="word"
                aria-label="word for an instructor"
                placeholder="instructor"
                value={draft.values.roles.instructor ?? ''}
                oninput={(e) => word('roles', 'instructor', e.currentTarget.value)}
            />, a student
            <input
                class="word"
                aria-label="word for a student"
                placeholder="student"
                value={draft.values.roles.student ?? ''}
                oninput={(e) => word('roles', 'student', e.currentTarget.value)}
            />{/if}
    </p>
    {#if telling}
        <p>
            <span class="mono">&#123;status&#125;</span> says
            {#each STATUS as [key, name] (key)}
                <label
                    >{name}:
                    <input
                        class="word"
                        placeholder={key === 'gone' ? 'not written' : key}
                        value={draft.values.status[key] ?? ''}
                        oninput={(e) => word('status', key, e.currentTarget.value)}
                    /></label
                >
            {/each}
        </p>
    {/if}
    <p class="files">
        <span>Files are called</span>
        <span class="pattern"
            ><Pattern
                id="file-name"
                label="name of the files"
                text={draft.fileName}
                placeholder={draft.name ? `${draft.name}.${draft.form.kind}` : 'the profile’s name'}
                {tokens}
                {modifiers}
                {disabled}
                change={(fileName) => edit.change('fileName', { fileName })}
            /></span
        >
        <span>one for each</span>
        <span class="pattern"
            ><Pattern
                id="file-by"
                label="what the rows of a file have in common"
                text={draft.by}
                placeholder="all in one, or &#123;department.code&#125;"
                {tokens}
                {modifiers}
                {disabled}
                change={(by) => edit.change('by', { by })}
            /></span
        >
        <span
            >of at most <input
                class="word num"
                aria-label="rows of a file at most"
                placeholder="all"
                inputmode="numeric"
                value={draft.fileRows || ''}
                oninput={(e) =>
                    edit.change('fileRows', {
                        fileRows: Number(e.currentTarget.value.replace(/\D/g, '').slice(0, 7)),
                    })}
            /> rows</span
        >
    </p>
    {#each faults as fault (fault.path + fault.reason)}
        <p class="brick">■ {fault.reason}</p>
    {/each}
</fieldset>

<style>
    fieldset {
        border: 0;
        margin: 0;
        padding: 4px 20px 8px;
    }
    p {
        margin-top: 7px;
        line-height: 1.75;
    }
    p.brick {
        line-height: 1.3;
    }
    label {
        white-space: nowrap;
        margin-left: 10px;
    }
    .dates {
        width: 22ch;
    }
    .zone {
        width: 17ch;
    }
    .word {
        width: 10ch;
    }
    .files {
        display: flex;
        flex-wrap: wrap;
        gap: 0 8px;
        align-items: baseline;
    }
    .pattern {
        width: 250px;
    }
    .with {
        margin: 0 0.3em;
    }
    p span {
        white-space: nowrap;
    }
</style>
