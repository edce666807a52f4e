<script lang="ts">
    let { close }: { close: () => void } = $props()

    const KEYS = [
        ['1 to 7', 'the stations; 0 the desk'],
        ['/', 'find'],
        ['↑ ↓ PgUp PgDn', 'move in the sheet'],
        ['Home End', 'its first and last row'],
        ['Space', 'mark a row'],
        ['a', 'mark all rows shown, or none'],
        ['Enter', 'to the margin; Esc back to the sheet'],
        ['e', 'edit: the layer that the title came from'],
        ['u U', 'undo and redo, in conventions'],
        ['Alt ↑ ↓', 'move the chosen layer, unit or item, in conventions'],
        ['l x', 'another lead; split, in cross-lists'],
        ['← →', 'move a window by a day, with Shift by a week; [ ] the day, + - closer, in dates'],
        ['p r', 'pause a build, or go on; try again what failed'],
        ['?', 'these keys'],
    ] as const

    let box: HTMLDialogElement
    $effect(() => box.showModal())
</script>

<dialog bind:this={box} onclose={close} aria-labelledby="keys-title">
    <h2 id="keys-title">Keys</h2>
    <dl>
        {#each KEYS as [key, what] (key)}
            <dt><kbd>{key}</kbd></dt>
            <dd>{what}</dd>
        {/each}
    </dl>
    <form method="dialog"><button class="go">Close</button></form>
</dialog>

<style>
    dialog {
        background: var(--sheet);
        color: var(--ink);
        border: 1px solid var(--hair);
        padding: 20px 26px;
    }
    dl {
        display: grid;
        grid-template-columns: auto 1fr;
        gap: 8px 16px;
        margin: 14px 0 18px;
    }
    dd {
        margin: 0;
    }
</style>
