<script lang="ts">
    import { campus } from '../frame/campus.svelte'
    import Views from '../frame/Views.svelte'

    /** The parts of the station Upkeep. */
    const VIEWS = [
        ['', 'Drift', 'READ_UPKEEP'],
        ['day', 'First day', 'READ_UPKEEP'],
        ['open', 'Open and shut', 'READ_UPKEEP'],
        ['moves', 'Moves', 'READ_PROOF'],
        ['masters', 'Masters', 'READ_MASTERS'],
        ['sample', 'A sample', 'READ_CAMPUS'],
        ['report', 'Report', 'READ_CAMPUS'],
        ['archive', 'Terms that are over', 'READ_CAMPUS'],
    ] as const
    const seen = VIEWS.filter(([, , right]) => campus.may(right)).map(([view, name]) => [view, name] as const)
</script>

<Views station="upkeep" label="Parts of upkeep" views={seen} />
