import type { Api } from '../api/client'

/** Settings that can be edited here, in the order shown. */
export const EDITABLE = ['title', 'code', 'category', 'opens', 'closes'] as const

export type Layer = Api['ConventionsLayerView']
export type Setting = Api['ConventionsSettingView']

/** A value as it stands in a layer, or as the layers above give it. */
export interface Standing {
    text: string
    here: boolean
    /** The layer that it comes from; -1 where no layer sets it for all. */
    from: number
    fixedIn: number
}

/**
 * What holds in a layer for a setting: its own value, else that of the nearest layer above that matches every section,
 * else the default. A layer between that matches only some sections may say otherwise for those.
 */
export function standing(layers: Layer[], index: number, setting: Setting): Standing {
    const fixedIn = layers.findIndex(
        (l, i) => i < index && !l.off && l.when.length === 0 && l.fix.includes(setting.key),
    )
    const own = layers[index]?.set[setting.key]
    if (own !== undefined) return { text: own, here: true, from: index, fixedIn }
    for (let i = index - 1; i >= 0; i--) {
        const layer = layers[i]
        const text = layer?.set[setting.key]
        if (layer?.when.length === 0 && !layer.off && text !== undefined)
            return { text, here: false, from: i, fixedIn }
    }
    return { text: setting.unlessSet, here: false, from: -1, fixedIn }
}

/** A layer's conditions in words: `department is DSGN or WOOD, and level 500-699`. */
export function whenInWords(layer: Layer): string {
    if (layer.when.length === 0) return 'all sections'
    return layer.when.map((c) => `${c.key} is ${c.values.join(' or ')}`).join(', and ')
}
