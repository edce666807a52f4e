/** How each action of the proof is shown: a mark with a shape, a word and a color. */
export const ACTIONS = {
    build: { mark: '+', class: 'chalk' },
    change: { mark: '≠', class: '' },
    keep: { mark: '=', class: 'soft' },
    close: { mark: '×', class: '' },
    stop: { mark: '■', class: 'brick' },
} as const

export type Action = keyof typeof ACTIONS

/** Actions that a build carries out. */
export const CARRIED_OUT: readonly string[] = ['build', 'change', 'close']
