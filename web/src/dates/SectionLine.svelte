<script lang="ts">
    import { count, moment } from '../frame/words'
    import type { Section, Row } from './availability.svelte'
    import { windowOf, type Range } from './time'

    /** One section of a shared shell: from when to when its students can enter, within the shell's own window. */
    let { row, section, range }: { row: Row; section: Section; range: Range } = $props()

    const now = $derived(windowOf(section.opens, section.closes, range))
    const shell = $derived(windowOf(row.opens, row.closes, range))
</script>

<span class="name mono" class:out={section.keptOut} role="gridcell"
    >{section.keptOut
        ? `▲ ${section.name}, ${section.students} kept out`
        : `${section.name}, ${count(section.students, 'student')}`}</span
>
<span
    class="track"
    class:out={section.keptOut}
    role="gridcell"
    aria-label="{moment(section.opens)} to {moment(section.closes)}"
>
    {#if section.keptOut && shell}
        <i class="gap" style:left="{shell.left}%" style:width="{shell.width}%"></i>
    {/if}
    {#if now}<i class="hollow" style:left="{now.left}%" style:width="{now.width}%"></i>{/if}
</span>

<style>
    .name {
        padding-left: 44px;
        font-size: 12px;
        white-space: nowrap;
        overflow: hidden;
        text-overflow: ellipsis;
    }
    .name.out {
        color: var(--ochre);
    }
    .track {
        position: relative;
        min-width: 0;
        height: 100%;
        overflow: hidden;
    }
    .hollow,
    .gap {
        position: absolute;
    }
    .hollow {
        background: var(--sheet);
        top: 6px;
        height: 8px;
        border: 1.5px solid var(--chalk);
    }
    .out .hollow {
        border-color: var(--ochre);
    }
    .gap {
        top: 9px;
        border-top: 2px dotted var(--ochre);
    }
</style>
