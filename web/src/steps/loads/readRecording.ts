import { Refused } from '@/api/client'
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
  if (!response.ok || !response.body) {
    const words = response.status === 413 ? 'The file is too large: 4 MB at most' : 'That file could not be read'
    throw new Refused(response.status, words)
  }
  let rest = ''
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader()
  for (;;) {
    const { value, done } = await reader.read()
    rest += value ?? ''
    const lines = rest.split('\n')
    rest = lines.pop() ?? ''
    for (const line of lines) {
      const news = JSON.parse(line) as RecordingNews
      onProgress(news.progress)
      if (news.trouble) throw new Refused(422, news.trouble)
      if (news.recording) return news.recording
    }
    if (done) throw new Refused(0, 'The answer broke off; try again')
  }
}
