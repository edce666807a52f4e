/** A word that may stand in a pattern, and what it does. */
export interface Word {
    name: string
    help: string
}

/** What may be put in place of a stretch of a pattern. */
export interface Completion {
    from: number
    to: number
    options: Word[]
    /** Put after the word, where the pattern does not have it yet. */
    after: string
}

/** Where the braces around the cursor open; -1 outside of braces. */
function openBrace(text: string, cursor: number): number {
    const open = text.lastIndexOf('{', cursor - 1)
    return open < 0 || text.slice(open, cursor).includes('}') || text[open - 1] === '\\' ? -1 : open
}

/** Tokens and modifiers that begin with what stands before the cursor; null where nothing can be completed. */
export function completion(
    text: string,
    cursor: number,
    tokens: Word[],
    modifiers: Word[],
): Completion | null {
    const open = openBrace(text, cursor)
    if (open < 0) return null
    const inside = text.slice(open + 1, cursor)
    const colon = inside.lastIndexOf(':')
    const start = open + 1 + colon + 1
    const written = text.slice(start, cursor).trimStart()
    const words = colon < 0 ? tokens : modifiers
    const options = words.filter((w) => w.name.startsWith(written.toLowerCase()) && w.name !== written)
    if (options.length === 0) return null
    const rest = /^[\w.]*/.exec(text.slice(cursor))?.[0].length ?? 0
    const closed = /^[^{]*\}/.test(text.slice(cursor))
    return { from: cursor - written.length, to: cursor + rest, options, after: closed ? '' : '}' }
}

/** The pattern with one of the words put in, and where the cursor then stands. */
export function put(text: string, at: Completion, word: string): { text: string; cursor: number } {
    const done = text.slice(0, at.from) + word + at.after + text.slice(at.to)
    return { text: done, cursor: at.from + word.length }
}

/** What the part of a pattern under the cursor means; null where it is plain text. */
export function explain(text: string, cursor: number, tokens: Word[], modifiers: Word[]): Word | null {
    const open = openBrace(text, cursor)
    if (open >= 0) {
        const close = text.indexOf('}', open)
        const end = close < 0 ? text.length : close
        const parts = text.slice(open + 1, end).split(':')
        let at = open + 1
        for (const [i, part] of parts.entries()) {
            at += part.length
            if (cursor <= at || i === parts.length - 1) {
                const name = part.trim()
                const words = i === 0 ? tokens : modifiers
                const kind = name.split(' ')[0] ?? ''
                const found = words.find((w) => w.name === name || (i > 0 && w.name.split(' ')[0] === kind))
                return found ? { name: i === 0 ? `{${name}}` : `:${name}`, help: found.help } : null
            }
            at += 1
        }
    }
    const before = text.slice(0, cursor)
    const depth = (before.match(/(?<!\\)\[/g)?.length ?? 0) - (before.match(/(?<!\\)\]/g)?.length ?? 0)
    return depth > 0
        ? { name: '[ ]', help: 'left out, with all in it, when a token directly in it is empty' }
        : null
}
