import { vi } from 'vitest'

/** For tests: jsdom lays nothing out, but virtual rows want a height and a drag wants to know how wide things are. */
export function layOut(width: number, height: number) {
    vi.stubGlobal(
        'ResizeObserver',
        class {
            observe() {}
            unobserve() {}
            disconnect() {}
        },
    )
    Object.defineProperty(HTMLElement.prototype, 'clientWidth', { configurable: true, value: width })
    Object.defineProperty(HTMLElement.prototype, 'clientHeight', { configurable: true, value: height })
    HTMLElement.prototype.scrollTo = () => {}
    Element.prototype.setPointerCapture = () => {}
}
