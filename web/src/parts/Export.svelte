<script lang="ts">
    import { download } from '../api/client'
    import { campus } from '../frame/campus.svelte'
    import type { Cells } from './cells'

    /** Takes a sheet out as it is filtered and sorted on the screen, for a spreadsheet. */
    let { name, cells }: { name: string; cells: () => Cells } = $props()

    function take(format: 'csv' | 'xlsx') {
        void campus.attempt(() =>
            download(`/api/sheets/${format}`, { name, ...cells() }, `${name}.${format}`),
        )
    }
</script>

<span class="export"
    ><span class="soft">Take out as</span>
    <button class="plain" onclick={() => take('csv')}>CSV</button>
    <button class="plain" onclick={() => take('xlsx')}>XLSX</button></span
>

<style>
    .export {
        display: inline-flex;
        gap: 8px;
        white-space: nowrap;
        align-items: baseline;
    }
</style>
