import { Refused } from '@/api/client'
import { read } from '@/api/lines'
import type { MakingNews } from '@/api/types'

/** Have a packet made; how far it has come is told as it is. Gives what was made at the end. */
export async function makePacket(jobId: string, issue: boolean, onNews: (news: MakingNews) => void): Promise<MakingNews> {
  let response: Response
  try {
    response = await fetch(`/api/packet/${jobId}/made`, { method: 'POST', body: JSON.stringify({ issue }), headers: { 'Content-Type': 'application/json' } })
  } catch {
    throw new Refused(0, 'North Span does not answer. Is it still running?')
  }
  if (!response.ok) {
    const trouble = (await response.json().catch(() => null)) as { title?: string } | null
    throw new Refused(response.status, trouble?.title ?? 'The packet could not be made')
  }
  return read<MakingNews, MakingNews>(response, (news) => {
    if (news.trouble) throw new Refused(422, news.trouble)
    onNews(news)
    return news.packed || news.issued ? news : undefined
  })
}

/** Give the person a file that came as base 64. */
export function keep(name: string, packed: string) {
  const bytes = Uint8Array.from(atob(packed), (c) => c.charCodeAt(0))
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([bytes], { type: 'application/zip' }))
  link.download = `${name.replace(/[^A-Za-z0-9]+/g, '-').replace(/^-+|-+$/g, '').toLowerCase() || 'packet'}.zip`
  link.click()
  URL.revokeObjectURL(link.href)
}
