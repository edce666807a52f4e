<script lang="ts">
    import { untrack } from 'svelte'
    import type { Api } from '../api/client'

    /** What is written of a course; plain text. */
    let { words, write }: { words: Api['CourseWords']; write: (words: Api['CourseWords']) => void } = $props()

    const was = untrack(() => words)
    let summary = $state(was.summary)
    let prerequisites = $state(was.prerequisites)
    let technical = $state(was.technical)

    function submit(event: SubmitEvent) {
        event.preventDefault()
        write({ summary, prerequisites, technical })
    }
</script>

<form onsubmit={submit}>
    <label>What it is <textarea rows="5" bind:value={summary} maxlength="4000"></textarea></label>
    <label
        >What one must have taken <textarea rows="2" bind:value={prerequisites} maxlength="4000"
        ></textarea></label
    >
    <label>What one needs <textarea rows="2" bind:value={technical} maxlength="4000"></textarea></label>
    <button class="go">Keep it</button>
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
    button {
        justify-self: start;
    }
</style>
