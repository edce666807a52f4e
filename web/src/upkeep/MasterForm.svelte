<script lang="ts">
    import { untrack } from 'svelte'
    import type { Api } from '../api/client'

    /** What a master is to be: a new one, or one that is there. */
    let {
        master,
        terms,
        keep,
        close,
    }: {
        master: Api['MasterRow'] | null
        terms: Api['MasterTerm'][]
        keep: (wish: Api['MasterWish'], from: string | null) => void
        close: () => void
    } = $props()

    const given = untrack(() => master)
    let title = $state(given?.title ?? '')
    let code = $state(given?.code ?? '')
    let courses = $state((given?.courses ?? []).join(', '))
    let category = $state((given?.category ?? ['Masters']).join(' / '))
    let datesOf = $state(given?.datesOf ?? '')
    let from = $state('')

    function wish(): Api['MasterWish'] {
        return {
            title: title.trim(),
            code: code.trim(),
            category: category.trim(),
            courses: courses
                .split(/[,;\n]/)
                .map((one) => one.trim())
                .filter(Boolean),
            datesOf,
        }
    }
</script>

<form
    aria-label={given ? 'Change the master' : 'A new master'}
    onsubmit={(event) => {
        event.preventDefault()
        keep(wish(), from.trim() || null)
    }}
>
    <h2>{given ? 'Change the master' : 'A new master'}</h2>
    <!-- svelte-ignore a11y_autofocus -->
    <label>Title <input bind:value={title} required maxlength="2000" autofocus /></label>
    <label>Code in the LMS <input bind:value={code} required maxlength="255" class="mono" /></label>
    <label
        >Courses <input bind:value={courses} placeholder="MATH 101, MATH 102" />
        <span class="soft">none where it is only developed in</span></label
    >
    <label>Category <input bind:value={category} required /></label>
    <label
        >Its dates are made for <select bind:value={datesOf}>
            <option value="">no term: it has no dates that count</option>
            {#each terms as term (term.code)}<option value={term.code}>{term.name}</option>{/each}
        </select></label
    >
    {#if !given}
        <label
            >Fill it from a shell <input bind:value={from} class="mono" placeholder="code of a shell" />
            <span class="soft">its content with all materials; never people or their work</span></label
        >
    {/if}
    <p class="acts">
        <button class="go" disabled={!title.trim() || !code.trim() || !category.trim()}
            >{given ? 'Change it' : 'Make it'}</button
        >
        <button type="button" class="plain" onclick={close}>Leave it</button>
    </p>
</form>

<style>
    label {
        display: block;
        margin-top: 10px;
    }
    input,
    select {
        display: block;
        width: 100%;
        box-sizing: border-box;
    }
    .acts {
        display: flex;
        gap: 18px;
        align-items: baseline;
        margin-top: 14px;
    }
</style>
