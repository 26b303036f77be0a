import { useQuery } from '@tanstack/react-query'
import { say } from '../../words/say.js'

/** A QR code of a text, as a picture drawn in lines, on white whatever the lamp does. */
export function QrCode({ text }: { readonly text: string }) {
  const { data } = useQuery({
    queryKey: ['qr', text],
    queryFn: async () => {
      const { toString: draw } = await import('qrcode')
      return draw(text, { type: 'svg', errorCorrectionLevel: 'M', margin: 2 })
    },
    staleTime: Number.POSITIVE_INFINITY,
  })
  return (
    <div className="size-40 overflow-hidden rounded-[var(--radius-card)] bg-white">
      {data && (
        <img
          src={`data:image/svg+xml,${encodeURIComponent(data)}`}
          alt={say('board_qr')}
          className="size-full"
        />
      )}
    </div>
  )
}
