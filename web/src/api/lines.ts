import { Refused } from './client'

/** An answer that comes as one JSON object a line: each is told as it arrives, until one is what was waited for. */
export async function read<News, Found>(response: Response, each: (news: News) => Found | undefined): Promise<Found> {
  if (!response.body) throw new Refused(response.status, 'The answer broke off; try again')
  let rest = ''
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader()
  for (;;) {
    const { value, done } = await reader.read()
    rest += value ?? ''
    const lines = rest.split('\n')
    rest = lines.pop() ?? ''
    // A line that says nothing shows that somebody is still at work.
    for (const line of lines.filter((each) => each.trim())) {
      const found = each(JSON.parse(line) as News)
      if (found !== undefined) return found
    }
    if (done) throw new Refused(0, 'The answer broke off; try again')
  }
}
