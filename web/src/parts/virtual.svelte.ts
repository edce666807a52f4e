import {
    elementScroll,
    observeElementOffset,
    observeElementRect,
    Virtualizer,
    type VirtualItem,
} from '@tanstack/virtual-core'

/** Shows only those of many lines that are in sight. */
export class InSight {
    items = $state.raw<VirtualItem[]>([])
    total = $state(0)
    private virtualizer: Virtualizer<HTMLElement, Element>
    private readonly stop: () => void

    /**
     * @param head how much of the element's top a heading covers that stays in sight, in pixels
     */
    constructor(element: HTMLElement, head: number, count: number, height: (index: number) => number) {
        this.virtualizer = new Virtualizer({
            count,
            getScrollElement: () => element,
            estimateSize: height,
            observeElementRect,
            observeElementOffset,
            scrollToFn: elementScroll,
            overscan: 4,
            paddingStart: head,
            scrollPaddingStart: head,
            onChange: () => this.read(),
        })
        this.stop = this.virtualizer._didMount()
        this.virtualizer._willUpdate()
        this.read()
    }

    /** Takes other lines. */
    set(count: number, height: (index: number) => number) {
        this.virtualizer.setOptions({ ...this.virtualizer.options, count, estimateSize: height })
        this.virtualizer.measure()
        this.virtualizer._willUpdate()
        this.read()
    }

    /** Brings a line into sight. */
    show(index: number) {
        this.virtualizer.scrollToIndex(index, { align: 'auto' })
    }

    end() {
        this.stop()
    }

    private read() {
        this.items = this.virtualizer.getVirtualItems()
        this.total = this.virtualizer.getTotalSize()
    }
}
