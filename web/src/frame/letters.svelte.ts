const KEPT_AS = 'chalk-line-letters'

/**
 * Keys that are one character. A person may switch them off, and letters and signs act only while the sheet has the focus
 * (WCAG 2.2, 2.1.4 Character Key Shortcuts), so that nothing happens by a slip or by speech.
 */
/** The sheet, with the bar of what can be done with it. */
const SHEET = 'main, footer'

class Letters {
    on = $state(localStorage.getItem(KEPT_AS) !== 'off')
    private last: Element | null = null
    private lastInSheet = false

    /** Something got the focus. */
    focused(target: EventTarget | null) {
        this.last = target instanceof Element ? target : null
        this.lastInSheet = this.last !== null && this.last.closest(SHEET) !== null
    }

    /** Whether the sheet has the focus; it keeps it when what had it has gone or can no longer be pressed. */
    inSheet(target: EventTarget | null): boolean {
        if (target === document.body)
            return this.lastInSheet && (!this.last?.isConnected || this.last.matches(':disabled'))
        return target instanceof HTMLElement && target.closest(SHEET) !== null
    }

    set(on: boolean) {
        this.on = on
        localStorage.setItem(KEPT_AS, on ? 'on' : 'off')
    }
}

export const letters = new Letters()

const ANYWHERE = /^[0-9/?]$/

/** Whether a key must not act where it was pressed. */
export function mustRest(event: KeyboardEvent, on: boolean): boolean {
    if (event.key.length !== 1 || event.key === ' ' || event.ctrlKey || event.metaKey || event.altKey)
        return false
    const target = event.target
    if (target instanceof HTMLElement && target.closest('input, textarea, select, dialog')) return false
    if (!on) return true
    return !ANYWHERE.test(event.key) && !letters.inSheet(target)
}
