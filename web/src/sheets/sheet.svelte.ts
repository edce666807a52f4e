import { SvelteSet } from 'svelte/reactivity'
import { get, post, uploadAs, type Api } from '../api/client'
import { campus } from '../frame/campus.svelte'
import { route } from '../frame/nav.svelte'

export type Row = Api['SheetRow']
type Read = Api['SheetRead']
type Judged = Api['SheetJudged']

/** As docs/limits.md says. */
const MOST_BYTES = 16 * 1024 * 1024
/** What a sheet that is typed begins with. */
const TYPED = ['course', 'title', 'section', 'instructors', 'starts', 'ends', 'meets', 'room']
const EMPTY_ROWS = 6

/** What a person says of how a sheet is written, where that was recognized wrongly. */
interface Written {
    encoding?: string
    delimiter?: NonNullable<Read['delimiter']>
    leaf?: string
}

/** A sheet of courses between its paste and its keeping. It stays while other stations are looked at. */
class CourseSheet {
    read = $state.raw<Read | null>(null)
    rows = $state.raw<string[][]>([])
    judged = $state.raw<Judged | null>(null)
    columns = $state.raw<Api['SheetColumn'][]>([])
    term = $state('')
    /** Rows that are not kept. */
    readonly out = new SvelteSet<number>()
    /** Rows that are there and get what the sheet says. */
    readonly change = new SvelteSet<number>()
    /** Rows that are other sections than those they look like. */
    readonly another = new SvelteSet<number>()
    /** Rows whose shells start from an earlier one. */
    readonly previous = new SvelteSet<number>()
    busy = $state(false)

    private file: File | null = null
    private text = ''
    private header: number | null = null
    private said: string[] | null = null
    private days: Judged['days'] | null = null
    private asked = 0

    get isOpen() {
        return this.judged !== null
    }

    /** By the number of the row. */
    get byNumber(): Map<number, Row> {
        return new Map((this.judged?.rows ?? []).map((row) => [row.number, row]))
    }

    async paste(text: string) {
        this.file = null
        this.text = text
        await this.begin(await post('/api/course-sheets/paste', { body: { text, delimiter: null } }))
    }

    async open(file: File) {
        if (file.size > MOST_BYTES) throw new Error(`${file.name} has more than 16 MB; split it.`)
        this.file = file
        await this.begin(await uploadAs(file, {}))
    }

    /** Reads it once more, as a person says that it is written. */
    async writtenAs(as: Written) {
        const now = this.read
        if (this.file) {
            const all = {
                encoding: as.encoding ?? now?.encoding,
                delimiter: as.encoding || as.leaf ? undefined : (as.delimiter ?? now?.delimiter ?? undefined),
                leaf: as.leaf ?? now?.leaf,
            }
            await this.begin(await uploadAs(this.file, all))
        } else {
            const delimiter = as.delimiter ?? null
            await this.begin(await post('/api/course-sheets/paste', { body: { text: this.text, delimiter } }))
        }
    }

    /** An empty sheet to type in. */
    async type() {
        this.file = null
        this.text = ''
        await this.begin({
            name: 'typed rows',
            rows: [TYPED, ...Array.from({ length: EMPTY_ROWS }, () => TYPED.map(() => ''))],
            lines: [],
            encoding: '',
            encodings: [],
            delimiter: null,
            leaf: '',
            leaves: [],
        })
    }

    private async begin(read: Read) {
        this.read = read
        this.rows = read.rows
        this.term = route.term
        this.header = this.said = this.days = null
        for (const set of [this.out, this.change, this.another, this.previous]) set.clear()
        if (this.columns.length === 0) this.columns = await get('/api/course-sheets/columns')
        await this.judge()
    }

    /** Has all rows judged anew; of several answers the last one asked for counts. */
    async judge() {
        const turn = ++this.asked
        const judged = await post('/api/terms/{term}/course-sheets/judged', {
            path: { term: this.term },
            body: this.body(),
        })
        if (turn === this.asked) this.judged = judged
    }

    private body() {
        return {
            rows: this.rows,
            header: this.header,
            columns: this.said,
            days: this.days,
            another: [...this.another],
        }
    }

    private again() {
        void campus.attempt(() => this.judge())
    }

    setHeader(row: number) {
        this.header = row
        this.said = null
        this.again()
    }

    setColumn(column: number, key: string) {
        this.header = this.judged?.header ?? -1
        this.said = (this.judged?.columns ?? []).map((one, i) => (i === column ? key : one.key))
        this.again()
    }

    setDays(days: Judged['days']) {
        this.days = days
        this.again()
    }

    /** Puts text into cells from one on, as it was copied from a spreadsheet. */
    put(row: number, column: number, text: string) {
        const lines = text.replace(/\r?\n$/, '').split(/\r?\n/)
        const changed = this.rows.map((one) => [...one])
        const width = this.rows[0]?.length ?? 0
        lines.forEach((line, down) => {
            while (changed.length <= row + down) changed.push(Array.from({ length: width }, () => ''))
            line.split('\t').forEach((cell, right) => {
                const at = changed[row + down]
                if (at && column + right < width) at[column + right] = cell.replace(/\s+/g, ' ').trim()
            })
        })
        this.rows = changed
        this.again()
    }

    /** Says the same of all rows that say nothing of a field yet. */
    sayOfAll(key: string, text: string) {
        const judged = this.judged
        if (!judged) return
        const keys = judged.columns.map((one) => one.key)
        let at = keys.indexOf(key)
        if (at < 0) {
            at = keys.length
            keys.push(key)
        }
        const heading = this.columns.find((one) => one.key === key)?.name ?? key
        this.rows = this.rows.map((row, i) => {
            const cells = [...row]
            while (cells.length <= at) cells.push('')
            const empty = row.every((cell) => cell === '')
            if (i === judged.header) cells[at] ||= heading
            else if (i > judged.header && !empty) cells[at] ||= text
            return cells
        })
        this.header = judged.header
        this.said = keys
        this.again()
    }

    addRow() {
        this.rows = [...this.rows, (this.rows[0] ?? []).map(() => '')]
    }

    toggle(set: SvelteSet<number>, row: number) {
        if (!set.delete(row)) set.add(row)
        if (set === this.another) this.again()
    }

    /** Whether something is kept of a row. */
    isTaken(row: Row): boolean {
        if (this.out.has(row.number)) return false
        return (
            row.outcome === 'NEW' ||
            row.outcome === 'COURSE_ONLY' ||
            (row.readable && this.change.has(row.number))
        )
    }

    async keep(note: string): Promise<Api['SheetKept']> {
        const judged = this.judged
        if (!judged) throw new Error('There is no sheet.')
        this.busy = true
        try {
            const kept = await post('/api/terms/{term}/course-sheets', {
                path: { term: this.term },
                body: {
                    sheet: {
                        ...this.body(),
                        header: judged.header,
                        columns: judged.columns.map((one) => one.key),
                        days: judged.days,
                    },
                    list: judged.list,
                    conventions: judged.conventions,
                    name: this.read?.name ?? '',
                    note,
                    out: [...this.out],
                    change: [...this.change],
                    previous: [...this.previous],
                },
            })
            this.close()
            return kept
        } finally {
            this.busy = false
        }
    }

    close() {
        this.asked++
        this.judged = null
        this.read = null
        this.rows = []
    }
}

export const sheet = new CourseSheet()
