/** Signs that turn the direction of what follows, and so may make a name look like another (UAX #9, section 2). */
const MARKS: Record<string, string> = {
    '\u202A': 'LRE',
    '\u202B': 'RLE',
    '\u202C': 'PDF',
    '\u202D': 'LRO',
    '\u202E': 'RLO',
    '\u2066': 'LRI',
    '\u2067': 'RLI',
    '\u2068': 'FSI',
    '\u2069': 'PDI',
}
const ANY = /[\u202A-\u202E\u2066-\u2069]/g

/** A text with those signs as marks that can be seen. */
export function marked(text: string): string {
    return text.replace(ANY, (sign) => `⟨${MARKS[sign]}⟩`)
}

/** Shows those signs as marks wherever text stands or comes to stand below an element; fields keep what is typed. */
export function markBidi(root: Node): () => void {
    const mark = (node: Node) => {
        if (node.nodeType === Node.TEXT_NODE) {
            const text = node.nodeValue ?? ''
            if (text.search(ANY) >= 0) node.nodeValue = marked(text)
        } else {
            node.childNodes.forEach(mark)
        }
    }
    const observer = new MutationObserver((changes) => {
        for (const change of changes) {
            if (change.type === 'characterData') mark(change.target)
            else change.addedNodes.forEach(mark)
        }
    })
    mark(root)
    observer.observe(root, { subtree: true, childList: true, characterData: true })
    return () => observer.disconnect()
}
