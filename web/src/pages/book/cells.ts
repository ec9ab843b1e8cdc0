import { answered, api, Refused } from '@/api/client'

/** Where a solved job read each table: table -> "row|column" -> who read it; empty where the server has let go of it. */
export async function cellsRead(key: string): Promise<Map<string, Map<string, string[]>>> {
  try {
    const { tables } = await answered(api.GET('/api/solutions/{key}/cells', { params: { path: { key } } }))
    return new Map(Object.entries(tables).map(([table, cells]) => [table, new Map(Object.entries(cells))]))
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    return new Map()
  }
}
