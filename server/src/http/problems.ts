const TITLES: Readonly<Record<number, string>> = {
  400: 'Not in the expected form',
  403: 'Not from this page',
  404: 'Not here',
  405: 'Not done this way',
  408: 'Too slow',
  409: 'Changed somewhere else',
  413: 'Too large',
  415: 'Not JSON',
  416: 'Not that range',
  421: 'Not this address',
  422: 'Refused',
  500: 'A fault of ours',
  503: 'Database not answering',
  507: 'Disk full',
}

/** An answer that is not what was asked for. */
export class Problem extends Error {
  override readonly name = 'Problem'
  constructor(
    readonly status: number,
    detail: string,
    readonly more: Readonly<Record<string, unknown>> = {},
  ) {
    super(detail)
  }

  get body() {
    const title = TITLES[this.status] ?? 'Problem'
    return {
      type: `/problems/${title.toLowerCase().replace(/[^a-z]+/g, '-')}`,
      title,
      status: this.status,
      detail: this.message,
      ...this.more,
    }
  }
}
