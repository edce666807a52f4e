<script lang="ts">
    import Views from '../frame/Views.svelte'

    /** The parts of the station Upkeep. */
    const VIEWS = [
        ['', 'Drift'],
        ['day', 'First day'],
        ['open', 'Open and shut'],
        ['moves', 'Moves'],
        ['masters', 'Masters'],
        ['sample', 'A sample'],
        ['report', 'Report'],
        ['archive', 'Terms that are over'],
    ] as const
</script>

<Views station="upkeep" label="Parts of upkeep" views={VIEWS} />
