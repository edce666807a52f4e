/** Gives a sheet the focus where nothing else has it, so that its keys work before anything was clicked. */
export function takeFocus(sheet: HTMLElement) {
    const at = document.activeElement
    if (at === null || at === document.body || at.tagName === 'MAIN') sheet.focus({ preventScroll: true })
}

/** Back to the sheet from a field that was written in, so that its keys act again. */
export function backToSheet() {
    document.querySelector('main')?.focus({ preventScroll: true })
}
