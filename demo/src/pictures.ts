import sharp from 'sharp'

/** A drawing as a picture. */
export const picture = (svg: string): Promise<Buffer> => sharp(Buffer.from(svg)).png().toBuffer()

export const GAUGE = `<svg xmlns="http://www.w3.org/2000/svg" width="480" height="640">
  <rect width="480" height="640" fill="#dfe9e4"/><rect y="520" width="480" height="120" fill="#8a9a6b"/>
  <path d="M150 90 h180 l-60 130 v0 h-60 z" fill="#b9d3dd" stroke="#2f5d6e" stroke-width="5"/>
  <path d="M165 150 v400 h150 v-400" fill="#eef6f8" stroke="#2f5d6e" stroke-width="6"/>
  <rect x="168" y="430" width="144" height="117" fill="#6fa7bd"/>
  ${Array.from({ length: 12 }, (_, n) => `<path d="M300 ${540 - n * 30} h-${n % 2 ? 20 : 36}" stroke="#20302c" stroke-width="4"/>`).join('')}
</svg>`

export const JAR = `<svg xmlns="http://www.w3.org/2000/svg" width="480" height="600">
  <rect width="480" height="600" fill="#efe6d4"/>
  <rect x="120" y="80" width="240" height="460" rx="30" fill="#f4f8f8" stroke="#55635e" stroke-width="6"/>
  <rect x="124" y="300" width="232" height="50" fill="#b9a27c"/><rect x="124" y="350" width="232" height="60" fill="#9a7d52"/>
  <rect x="124" y="410" width="232" height="70" fill="#c9ae7b"/><rect x="124" y="480" width="232" height="55" fill="#6f6250"/>
</svg>`

export const BEDS = `<svg xmlns="http://www.w3.org/2000/svg" width="720" height="400">
<rect width="720" height="400" fill="#e8efe0"/>
<g fill="#9c7b52" stroke="#5b4630" stroke-width="4">
<rect x="40" y="40" width="190" height="120"/><rect x="265" y="40" width="190" height="120"/><rect x="490" y="40" width="190" height="120"/>
<rect x="40" y="230" width="190" height="120"/><rect x="265" y="230" width="190" height="120"/><rect x="490" y="230" width="190" height="120"/>
</g>
<g stroke="#2b6a4b" stroke-width="6" stroke-linecap="round"><path d="M70 70v50M110 70v50M150 70v50M190 70v50M300 260v50M340 260v50M380 260v50"/></g>
</svg>`

export const RULER = `<svg xmlns="http://www.w3.org/2000/svg" width="800" height="260">
<rect width="800" height="260" fill="#f3efe4"/>
<rect x="20" y="110" width="760" height="110" rx="6" fill="#e2c98f" stroke="#7a6030" stroke-width="3"/>
${Array.from({ length: 76 }, (_, mm) => {
  const x = 25 + mm * 10
  const long = mm % 10 === 0 ? 44 : mm % 5 === 0 ? 32 : 20
  const number =
    mm % 10 === 0
      ? `<text x="${x}" y="182" font-family="sans-serif" font-size="24" text-anchor="middle" fill="#3d3016">${mm / 10}</text>`
      : ''
  return `<path d="M${x} 110v${long}" stroke="#3d3016" stroke-width="2"/>${number}`
}).join('')}
<path d="M25 70 Q 180 20 360 70 Q 180 105 25 70" fill="#5c8a52" stroke="#2f5130" stroke-width="3"/>
<path d="M25 70 H360" stroke="#2f5130" stroke-width="2"/>
</svg>`

export const CRAB = `<svg xmlns="http://www.w3.org/2000/svg" width="640" height="360">
<rect width="640" height="360" fill="#d9e4e2"/><path d="M0 210 Q 160 190 320 212 T 640 205 V360 H0 Z" fill="#8a7556"/>
<ellipse cx="320" cy="240" rx="92" ry="62" fill="#a8512f" stroke="#5b2a17" stroke-width="5"/>
<g stroke="#5b2a17" stroke-width="9" fill="none" stroke-linecap="round"><path d="M240 262l-62 34M246 282l-50 44M400 262l62 34M394 282l50 44"/><path d="M245 215l-70-40M395 215l58-26"/></g>
<path d="M175 175q-52-30-30-66q18 26 44 18q22 30-14 48z" fill="#b8613c" stroke="#5b2a17" stroke-width="5"/>
<path d="M453 189q-8-28 14-34q2 14 18 12q4 22-32 22z" fill="#c98058" stroke="#5b2a17" stroke-width="4"/>
<g fill="#20302c"><circle cx="292" cy="178" r="10"/><circle cx="348" cy="178" r="10"/></g><path d="M292 188v16M348 188v16" stroke="#5b2a17" stroke-width="6"/>
</svg>`
