/** The host's own letters and colours, one square, and a white ground only under a code that holds. */
export const COMMON = `
:host{display:inline-block;color:inherit;font:inherit;--line:color-mix(in srgb,currentColor 45%,transparent);--soft:color-mix(in srgb,currentColor 8%,transparent)}
:host([hidden]){display:none}
button,select{font:inherit;font-weight:600;color:inherit;background:none;border:1px solid var(--line);border-radius:2px;min-height:36px;padding:4px 12px;cursor:pointer}
button:hover{border-color:currentColor}
button[part~=main]{background:var(--kg-accent,currentColor);border-color:transparent}
button[part~=main]>span{color:var(--kg-on-accent,Canvas)}
:focus-visible{outline:2px solid currentColor;outline-offset:2px}
p{margin:0}
.note{opacity:.78;font-size:.9em}
.bad{color:var(--kg-fail,light-dark(#ad2a08,#ff9375))}
.sr{position:absolute;width:1px;height:1px;overflow:hidden;clip-path:inset(50%)}
`

export const CODE = `${COMMON}
:host{inline-size:var(--kg-size,180px);max-inline-size:100%;text-align:center}
figure{margin:0}
.frame{position:relative;aspect-ratio:1;display:grid;place-content:center;gap:2px;padding:12px;box-sizing:border-box}
.frame[data-state=ready]{padding:0;background:#fff}
.frame[data-state=waiting]{background:linear-gradient(var(--line),var(--line)) 0 0/16px 1px,linear-gradient(var(--line),var(--line)) 0 0/1px 16px,linear-gradient(var(--line),var(--line)) 100% 0/16px 1px,linear-gradient(var(--line),var(--line)) 100% 0/1px 16px,linear-gradient(var(--line),var(--line)) 0 100%/16px 1px,linear-gradient(var(--line),var(--line)) 0 100%/1px 16px,linear-gradient(var(--line),var(--line)) 100% 100%/16px 1px,linear-gradient(var(--line),var(--line)) 100% 100%/1px 16px;background-repeat:no-repeat}
.frame[data-state=drawing]{border:1px solid var(--line)}
.frame[data-state=expired]{border:1px solid;background:color-mix(in srgb,var(--kg-fail,light-dark(#ad2a08,#ff9375)) 12%,transparent)}
.frame[data-state=failed]{border:1px dashed}
img{display:block;inline-size:100%;block-size:100%;object-fit:contain}
.bar{block-size:3px;background:var(--soft);margin-block:8px 4px}
.bar>i{display:block;block-size:100%;background:currentColor}
.row{display:flex;justify-content:space-between;font-size:.9em}
.wait{inline-size:60%;block-size:3px;margin:8px auto 0;background:linear-gradient(currentColor,currentColor) 0/40% 100% no-repeat var(--soft);animation:go 1.2s linear infinite}
@keyframes go{from{background-position:-60%}to{background-position:160%}}
@media (prefers-reduced-motion:reduce){.wait{animation:none}}
.below{margin-block-start:8px;display:grid;gap:6px;position:relative}
menu{list-style:none;margin:0;padding:0;display:grid;border:1px solid var(--line);background:Canvas;color:CanvasText;position:absolute;inset:auto 0 100% 0;z-index:1;text-align:start}
menu[hidden]{display:none}
menu button,menu a{border:0;display:block;inline-size:100%;text-align:start;padding:8px 12px;box-sizing:border-box;color:inherit;text-decoration:none;font-weight:400}
menu button:hover,menu a:hover{background:color-mix(in srgb,currentColor 8%,transparent)}
`

export const READER = `${COMMON}
:host{inline-size:var(--kg-width,320px);max-inline-size:100%}
.view{position:relative;aspect-ratio:4/3;background:var(--soft);display:grid;place-content:center;text-align:center;padding:16px;box-sizing:border-box;overflow:hidden}
.view[data-live]{padding:0;background:#000}
video{position:absolute;inset:0;inline-size:100%;block-size:100%;object-fit:cover}
svg{position:absolute;inset:0;inline-size:100%;block-size:100%;pointer-events:none}
polygon{fill:none;stroke:#fff;stroke-width:3;vector-effect:non-scaling-stroke;paint-order:stroke;filter:drop-shadow(0 0 1px #000)}
.row{display:flex;flex-wrap:wrap;gap:8px;margin-block-start:8px}
.row>*{flex:1 1 auto}
.says{margin-block-start:8px;display:grid;gap:4px;overflow-wrap:anywhere}
code{font-family:ui-monospace,monospace;font-size:.9em}
.good{color:var(--kg-hold,light-dark(#0f6240,#74cf9d))}
.half{color:var(--kg-marg,light-dark(#7f4d00,#e5b457))}
ol{margin:0;padding-inline-start:1.4em}
`
