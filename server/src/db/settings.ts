import { table } from './table.js'

/** Settings of the whole school, each under a name; used by several features. */
export const settings = table<{ name: string; value: string }>('settings', { name: 'id', value: 'text' }, [
  'name',
])
