/** What a style file calls itself. */
export function titleIn(xml: string): string {
  const [, title = ''] = /<info>[\s\S]*?<title>([^<]{1,500})<\/title>/.exec(xml) ?? []
  return title.replaceAll('&amp;', '&').replaceAll('&lt;', '<').replaceAll('&gt;', '>').trim()
}
