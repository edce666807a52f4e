/** Gives a sheet the focus where nothing else has it, so that its keys work before anything was clicked. */
export function takeFocus(sheet: HTMLElement) {
    const at = document.activeElement
    if (at === null || at === document.body || at.tagName === 'MAIN') sheet.focus({ preventScroll: true })
}
