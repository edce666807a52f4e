<script lang="ts">
    import { onMount, type Snippet } from 'svelte'

    /** The sheet, the margin beside it and the footer with the one filled action. */
    let {
        sheet,
        margin,
        footer,
        marginName,
    }: { sheet: Snippet; margin: Snippet; footer: Snippet; marginName: string } = $props()

    let main: HTMLElement

    /** The sheet has the focus from the start, so that its keys work before anything was clicked. */
    onMount(() => {
        if (document.activeElement === document.body) main.focus({ preventScroll: true })
    })
</script>

<div class="screen">
    <main class="sheet" tabindex="-1" bind:this={main}>{@render sheet()}</main>
    <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
    <aside class="margin" id="margin" aria-label={marginName} tabindex="0">{@render margin()}</aside>
</div>
<footer>{@render footer()}</footer>

<style>
    .screen {
        flex: 1;
        min-height: 0;
        display: grid;
        grid-template-columns: minmax(0, 1fr) 372px;
    }
    .sheet {
        background: var(--sheet);
        min-width: 0;
        min-height: 0;
        display: flex;
        flex-direction: column;
    }
    .sheet:focus {
        outline: none;
    }
    .margin {
        padding: 16px 20px 16px 26px;
        overflow: auto;
        position: relative;
    }
    .margin:focus-visible {
        outline-offset: -2px;
    }
    footer {
        border-top: 1px solid var(--hair);
        display: flex;
        align-items: center;
        gap: 18px;
        padding: 0 20px;
        min-height: 44px;
        flex-wrap: wrap;
    }
    /* what says nothing yet takes no place, and is there to be listened to */
    footer > :global([role='status']:empty) {
        margin-right: -18px;
    }
    @media (max-width: 900px) {
        .screen {
            grid-template-columns: 1fr;
            grid-template-rows: 3fr 2fr;
        }
        .margin {
            border-top: 1px solid var(--hair);
        }
    }
</style>
