/** A page of a PDF is painted so long on its longer side, in pixels. */
const LONGEST = 2600

/** The pages of a PDF, each painted when it is asked for. */
export interface PdfPages {
  readonly count: number
  readonly page: (index: number) => Promise<Blob>
}

/** Errors: with a sentence, when it is none or is locked. */
export async function readPdf(file: Blob): Promise<PdfPages> {
  const pdf = await import('pdfjs-dist')
  pdf.GlobalWorkerOptions.workerSrc = new URL('pdfjs-dist/build/pdf.worker.min.mjs', import.meta.url).href
  const loading = pdf.getDocument({ data: new Uint8Array(await file.arrayBuffer()), isEvalSupported: false })
  const opened = await loading.promise.catch((error: { name?: string }) => {
    throw new Error(
      error.name === 'PasswordException'
        ? 'This PDF is locked with a password. Save it without one, then bring it in.'
        : 'This PDF is damaged and cannot be read. Save it again, then bring it in.',
    )
  })
  return {
    count: opened.numPages,
    async page(index) {
      const page = await opened.getPage(index + 1)
      const own = page.getViewport({ scale: 1 })
      const viewport = page.getViewport({ scale: LONGEST / Math.max(own.width, own.height) })
      const canvas = document.createElement('canvas')
      canvas.width = Math.round(viewport.width)
      canvas.height = Math.round(viewport.height)
      await page.render({ canvas, viewport, background: '#ffffff' }).promise
      page.cleanup()
      const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'))
      canvas.width = 0
      if (!blob) throw new Error(`Page ${index + 1} of this PDF could not be painted.`)
      return blob
    },
  }
}
