<script lang="ts">
    import { route } from '../frame/nav.svelte'

    /** Words that leave only the rows in which all of them stand; the address keeps them. */
    let { placeholder = '' }: { placeholder?: string } = $props()
</script>

<label
    >Find <input
        value={route.params.find ?? ''}
        oninput={(event) => route.set({ find: event.currentTarget.value })}
        {placeholder}
    /></label
>
