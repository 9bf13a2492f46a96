/** How a report looks: on a screen by its light, on paper in pages of A4. */
export const STYLE = `
:root{--paper:#f3efe6;--sheet:#fffdf8;--ink:#1d2433;--soft:#555c6b;--rule:#dcd4c4;--act:#24365e;
--i0:#8a8578;--i1:#3c5a99;--i2:#a9691f;--i3:#3d7f6e;--i4:#8a4b72;--i5:#66707f;--i6:#9c5640;
--i7:#6f7a34;--i8:#6357a0}@media screen and (prefers-color-scheme:dark){:root{--paper:#171a21;
--sheet:#1f232c;--ink:#ece7db;--soft:#b4b5b8;--rule:#353b47;--act:#9db4ea}
}*{box-sizing:border-box}body{margin:0;background:var(--paper);color:var(--ink);
font:15px/1.5 'Report Sans',system-ui,sans-serif;font-feature-settings:'tnum';
-webkit-print-color-adjust:exact;print-color-adjust:exact}main{max-width:760px;margin:0 auto;
padding:40px 44px 48px;background:var(--sheet);min-height:100vh}
h1,h2,.value,.text,.brand,.opening{font-family:'Report Serif',Georgia,serif}
h1{font-size:34px;line-height:1.15;font-weight:500;margin:28px 0 4px}
h2{font-size:20px;font-weight:500;margin:0 0 8px}header{display:flex;align-items:center;gap:12px}
.mark{display:grid;place-items:center;width:40px;height:40px;border-radius:50%;color:#fffdf8;
font:500 20px 'Report Serif',Georgia,serif}.brand{margin:0;font-size:18px}
.period,.note,footer,small{color:var(--soft);font-size:13px}.period{margin:0 0 20px}
.note{margin:0 0 10px}.opening{font-size:17px;max-width:64ch;margin:0 0 12px;text-wrap:pretty}
section{margin-top:30px;break-inside:auto}.facts{display:grid;grid-template-columns:repeat(5,1fr);
margin:0;border-top:1.5px solid var(--ink);border-bottom:1px solid var(--rule)}
.facts div{display:flex;flex-direction:column;padding:10px 12px;border-left:1px solid var(--rule)}
.facts div:first-child{border-left:0;padding-left:0}.facts dd{margin:0;font-size:12px;
color:var(--soft)}.facts dd.value{font-size:27px;line-height:1.15;color:var(--ink)}
.facts dt{font-size:13px;font-weight:600}.facts+.note{margin-top:8px}
svg{display:block;width:100%;height:auto}svg text{font-size:11px;fill:var(--soft);
text-anchor:middle}svg text:first-of-type{text-anchor:start}.bar{fill:var(--act)}
.nothing{fill:var(--rule)}table{width:100%;border-collapse:collapse;font-size:14px}
th{text-align:right;font-weight:400;color:var(--soft);font-size:12.5px;padding:0 0 4px 12px}
td{text-align:right;padding:6px 0 6px 12px;border-top:1px solid var(--rule);overflow-wrap:anywhere}
th:first-child,td:first-child{text-align:left;padding-left:0;width:46%}
tr{break-inside:avoid}tbody tr:last-child td{border-bottom:1px solid var(--rule)}
.posts{list-style:none;margin:0;padding:0}.posts li{display:flex;gap:16px;padding:12px 0;
border-top:1px solid var(--rule);break-inside:avoid}.posts img{width:128px;height:96px;
object-fit:cover;border-radius:4px;flex:none}.text{margin:0 0 4px;font-size:16.5px;line-height:1.4;
overflow-wrap:anywhere;white-space:pre-line}.posts .note{margin:0}
.dot{display:inline-block;width:8px;height:8px;border-radius:2px;margin-right:6px}
.share{display:inline-block;width:110px;height:8px;background:var(--rule);border-radius:2px;
overflow:hidden;margin-right:6px;text-align:left}.share i{display:block;height:100%}
a{color:var(--act)}footer{margin-top:36px;padding-top:12px;border-top:1px solid var(--rule)}
footer p{margin:0 0 6px}.files a{margin-right:14px}.ink-0{background:var(--i0)}
.ink-1{background:var(--i1)}.ink-2{background:var(--i2)}.ink-3{background:var(--i3)}
.ink-4{background:var(--i4)}.ink-5{background:var(--i5)}.ink-6{background:var(--i6)}
.ink-7{background:var(--i7)}.ink-8{background:var(--i8)}@media(max-width:620px){main{
padding:24px 18px}.facts{grid-template-columns:repeat(2,1fr)}
.facts div{padding-left:12px!important}.facts div:nth-child(odd){border-left:0;
padding-left:0!important}.posts li{flex-direction:column}h1{font-size:27px}
.share{width:60px}svg text{font-size:19px}.odd{display:none}}
@page{size:A4;margin:18mm 17mm 20mm;@bottom-right{content:counter(page) ' / ' counter(pages);
font-size:9pt;color:#555c6b}}@media print{body,main{background:none}
main{padding:0;max-width:none;min-height:0}.files{display:none}
h2{break-after:avoid}section{margin-top:24px}}
`.replace(/\n/g, '')
