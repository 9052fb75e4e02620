import type { ReadSymbol } from '@/api/client'

/** Names as their standards write them. */
export const SYMBOLOGIES: Record<ReadSymbol['symbology'], string> = {
  qr: 'QR Code',
  microqr: 'Micro QR Code',
  ean13: 'EAN-13',
  ean8: 'EAN-8',
  upca: 'UPC-A',
  upce: 'UPC-E',
  itf14: 'ITF-14',
  code128: 'Code 128',
  code39: 'Code 39',
}
