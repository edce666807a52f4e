<script lang="ts">
    /** The course of a build as a picture: how many shells a second, since it was opened. */
    let { samples, shells }: { samples: { at: number; done: number }[]; shells: number } = $props()

    const WIDTH = 860
    const HEIGHT = 40

    const points = $derived.by(() => {
        const rates: { x: number; rate: number }[] = []
        for (let i = 1; i < samples.length; i++) {
            const from = samples[Math.max(0, i - 3)]
            const to = samples[i]
            if (from && to && to.at > from.at) {
                rates.push({
                    x: to.done / Math.max(1, shells),
                    rate: (to.done - from.done) / (to.at - from.at),
                })
            }
        }
        const most = Math.max(...rates.map((r) => r.rate), 0.001)
        return rates.map(
            (r) => `${(r.x * WIDTH).toFixed(1)},${(HEIGHT - (r.rate / most) * (HEIGHT - 4)).toFixed(1)}`,
        )
    })
    const first = $derived(points[0]?.split(',')[0] ?? '0')
    const last = $derived(points.at(-1)?.split(',')[0] ?? '0')
</script>

{#if points.length > 2}
    <svg viewBox="0 0 {WIDTH} {HEIGHT}" preserveAspectRatio="none" role="img" aria-label="Shells a second">
        <polygon points="{first},{HEIGHT} {points.join(' ')} {last},{HEIGHT}" />
        <polyline points={points.join(' ')} />
    </svg>
{/if}

<style>
    svg {
        display: block;
        width: 100%;
        height: 44px;
        margin-top: 6px;
    }
    polygon {
        fill: var(--chalk-wash);
    }
    polyline {
        fill: none;
        stroke: var(--chalk);
        stroke-width: 1.5;
        vector-effect: non-scaling-stroke;
    }
</style>
