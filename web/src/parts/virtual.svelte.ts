import {
    elementScroll,
    observeElementOffset,
    observeElementRect,
    Virtualizer,
    type VirtualItem,
} from '@tanstack/virtual-core'
import { flushSync } from 'svelte'

/** Lines drawn above and below those in sight; on paper as many as a person would ever print. */
const AROUND = 4
const PRINTED = 5000

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
            overscan: AROUND,
            paddingStart: head,
            scrollPaddingStart: head,
            onChange: () => this.read(),
        })
        const unmount = this.virtualizer._didMount()
        const all = () => this.draw(PRINTED)
        const few = () => this.draw(AROUND)
        window.addEventListener('beforeprint', all)
        window.addEventListener('afterprint', few)
        this.stop = () => {
            unmount()
            window.removeEventListener('beforeprint', all)
            window.removeEventListener('afterprint', few)
        }
        this.virtualizer._willUpdate()
        this.read()
    }

    /** Draws more lines than are in sight, as paper shows all of them. */
    private draw(overscan: number) {
        this.virtualizer.setOptions({ ...this.virtualizer.options, overscan })
        this.virtualizer._willUpdate()
        flushSync(() => this.read())
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
