import { type PaperDocument, type PdfMaker, renderPdf } from '@cosmesis/core/papers';
import pdfmake from 'pdfmake/build/pdfmake.js';

interface Asked {
  document: PaperDocument;
  fonts: Record<string, string>;
  images: Record<string, string>;
}

self.addEventListener('message', (event: MessageEvent<Asked>) => {
  const { document, fonts, images } = event.data;
  renderPdf(pdfmake as unknown as PdfMaker, document, fonts, images).then(
    (bytes) => self.postMessage({ bytes }),
    (error: unknown) => self.postMessage({ failed: error instanceof Error ? error.message : String(error) }),
  );
});
