<script lang="ts">
    /** What harms is asked once, in a sentence with numbers; the button says what it will do. */
    let {
        question,
        more = '',
        yes,
        agree,
        close,
    }: { question: string; more?: string; yes: string; agree: () => void; close: () => void } = $props()

    let box: HTMLDialogElement
    $effect(() => box.showModal())
</script>

<dialog bind:this={box} onclose={close} aria-labelledby="ask">
    <p id="ask"><b>{question}</b></p>
    {#if more}<p>{more}</p>{/if}
    <form method="dialog">
        <!-- svelte-ignore a11y_autofocus -->
        <button class="plain" autofocus>Leave it</button>
        <button class="go" type="button" onclick={agree}>{yes}</button>
    </form>
</dialog>

<style>
    dialog {
        background: var(--sheet);
        color: var(--ink);
        border: 1px solid var(--hair);
        border-top: 3px solid var(--brick);
        padding: 20px 26px;
        max-width: 52ch;
    }
    p {
        margin: 0 0 12px;
    }
    form {
        display: flex;
        gap: 18px;
        justify-content: flex-end;
        align-items: baseline;
    }
</style>
