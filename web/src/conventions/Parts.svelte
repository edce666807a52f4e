<script lang="ts">
    import Views from '../frame/Views.svelte'

    /** The parts of the station Conventions. */
    const VIEWS = [
        ['', 'Layers'],
        ['templates', 'Templates'],
        ['starts', 'What shells start from'],
        ['example', 'An example'],
    ] as const
</script>

<Views station="conventions" label="Parts of the conventions" views={VIEWS} />
