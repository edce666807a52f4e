import { configure } from '@testing-library/svelte'

/** Tests wait on conditions for as long as the machine needs. */
configure({ asyncUtilTimeout: 60_000 })
