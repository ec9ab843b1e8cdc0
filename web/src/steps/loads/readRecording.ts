import { Refused } from '@/api/client'
import { read } from '@/api/lines'
import type { Recording, RecordingNews } from '@/api/types'

export interface Asked {
  quantity: Recording['quantity'] | null
  volts: number
  pf: number
}

/** Send a recording to be read; its progress is told as the answer arrives, line by line. */
export async function readRecording(file: File, asked: Asked, onProgress: (share: number) => void): Promise<Recording> {
  const query = new URLSearchParams({ volts: String(asked.volts), pf: String(asked.pf) })
  if (asked.quantity) query.set('quantity', asked.quantity)
  let response: Response
  try {
    response = await fetch(`/api/recordings?${query}`, { method: 'POST', body: file, headers: { 'Content-Type': 'text/csv' } })
  } catch {
    throw new Refused(0, 'North Span does not answer. Is it still running?')
  }
  if (!response.ok) {
    const words = response.status === 413 ? 'The file is too large: 4 MB at most' : 'That file could not be read'
    throw new Refused(response.status, words)
  }
  return read<RecordingNews, Recording>(response, (news) => {
    onProgress(news.progress)
    if (news.trouble) throw new Refused(422, news.trouble)
    return news.recording ?? undefined
  })
}
