/** What an entry says beside its subject, as names and words. */
export function details(json: string): [name: string, value: string][] {
    const parsed: unknown = JSON.parse(json || '{}')
    if (typeof parsed !== 'object' || parsed === null) return []
    return Object.entries(parsed)
        .filter(([, value]) => value !== null)
        .map(([name, value]): [string, string] => [spaced(name), words(value)])
        .filter(([, value]) => value !== '')
}

function words(value: unknown): string {
    if (Array.isArray(value)) return value.map(words).join(', ')
    return typeof value === 'object' && value !== null ? JSON.stringify(value) : String(value)
}

/** `basedOn` as `based on`. */
function spaced(name: string): string {
    return name.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`)
}
