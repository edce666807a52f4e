/**
 * Looks once more a while after it is asked to, and goes on where that fails: a machine that is lost comes back.
 *
 * @param look asks for the next look itself, for as long as there is something to wait for
 */
export function again(look: () => Promise<void>, millis: number) {
    let timer: ReturnType<typeof setTimeout> | undefined
    let over = false

    function later() {
        clearTimeout(timer)
        if (!over) timer = setTimeout(() => void look().catch(later), millis)
    }

    function end() {
        over = true
        clearTimeout(timer)
    }

    return { later, end }
}
