<script lang="ts">
    import { campus } from '../frame/campus.svelte'
    import Views from '../frame/Views.svelte'

    /** The parts of the station Build. */
    const VIEWS = [
        ['', 'Builds'],
        ['files', 'Files for the LMS'],
    ] as const
</script>

{#if campus.may('READ_EXPORTS')}<Views station="build" label="Parts of the build" views={VIEWS} />{/if}
