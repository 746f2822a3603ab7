/** How a page looks on a phone, on a desk and on A4 or Letter. */
export const PAGE_CSS = `
* {
  box-sizing: border-box;
}
body {
  margin: 0;
  background: #f4efe3;
  color: #1a2324;
  font:
    500 17px/1.4 Words,
    'Barlow Semi Condensed',
    'Arial Narrow',
    Arial,
    sans-serif;
}
main {
  max-width: 800px;
  margin: 0 auto;
  padding: 20px 16px 40px;
}
header {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 4px 16px;
  font-weight: 700;
  color: #56605f;
}
.kind {
  margin: 14px 0 0;
  font-weight: 700;
  color: #56605f;
}
h1 {
  font-size: 28px;
  line-height: 1.15;
  margin: 2px 0 12px;
}
h2 {
  font-size: 13px;
  letter-spacing: 0.06em;
  text-transform: uppercase;
  color: #56605f;
  margin: 0 0 4px;
  font-weight: 700;
}
section {
  border-top: 2px solid #1a2324;
  padding: 10px 0 2px;
  margin-top: 10px;
}
p {
  margin: 0 0 8px;
}
ul {
  margin: 0 0 8px;
  padding-left: 20px;
}
table {
  border-collapse: collapse;
  width: 100%;
}
th,
td {
  text-align: left;
  padding: 3px 12px 3px 0;
  font-weight: 500;
  vertical-align: baseline;
}
thead th {
  color: #56605f;
  font-weight: 700;
}
.figure {
  font-family: Figures, 'B612 Mono', monospace;
  font-weight: 700;
}
td.figure {
  white-space: nowrap;
}
.wide {
  overflow-x: auto;
}
.plan {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 24px;
  align-items: center;
}
.plan ul {
  list-style: none;
  padding: 0;
  margin: 0;
}
.plan li {
  padding-left: 18px;
  position: relative;
}
.plan li:before {
  content: '';
  position: absolute;
  left: 0;
  top: 0.45em;
  width: 10px;
  height: 10px;
  border-radius: 6px;
  border: 3px solid #5c6770;
}
.plan li.good:before {
  border-color: #3c6a34;
  background: #3c6a34;
}
.plan li.watch:before {
  border-color: #a86e0b;
}
.plan li.bad:before {
  border-color: #a8381c;
  border-radius: 0;
}
circle {
  fill: #fff;
  stroke: #5c6770;
  stroke-width: 5;
}
circle.good {
  stroke: #3c6a34;
}
circle.watch {
  stroke: #a86e0b;
}
circle.bad {
  stroke: #a8381c;
  stroke-dasharray: 12 3;
}
circle.open {
  stroke-dasharray: 4 5;
}
svg {
  max-width: 100%;
  height: auto;
}
svg text {
  text-anchor: middle;
  font-size: 11px;
  fill: #1a2324;
}
svg text.figure {
  font-size: 14px;
  font-family: Figures, 'B612 Mono', monospace;
  font-weight: 700;
}
.ways ul {
  list-style: none;
  padding: 0;
}
.ways li {
  margin-bottom: 10px;
}
.ways .name {
  font-weight: 500;
}
.ways .best .name {
  font-weight: 700;
}
.ways em {
  font-style: normal;
  background: #f0a51e;
  border: 2px solid #1a2324;
  border-radius: 5px;
  padding: 0 6px;
  font-size: 13px;
  font-weight: 700;
}
.about {
  margin: 0;
  font-weight: 700;
  color: #56605f;
}
.ways .way {
  display: flex;
  gap: 12px;
  justify-content: space-between;
  border: 2px solid #1a2324;
  border-radius: 8px;
  padding: 6px 12px;
  margin-bottom: 8px;
}
.ways .advised {
  border-left: 12px solid #f0a51e;
  -webkit-print-color-adjust: exact;
  print-color-adjust: exact;
}
.way p {
  margin: 0;
}
.way .sum {
  flex-shrink: 0;
  text-align: right;
}
.way .sum b {
  display: block;
  font-family: Figures, 'B612 Mono', monospace;
  white-space: nowrap;
}
.way .sum span {
  font-size: 13px;
  color: #3d4847;
}
.bar {
  display: block;
  position: relative;
  height: 16px;
  margin: 3px 0;
  border-bottom: 2px solid #1a2324;
}
.bar i {
  position: absolute;
  top: 0;
  height: 14px;
  background: #e9e1cf;
  border: 2px solid #1a2324;
  -webkit-print-color-adjust: exact;
  print-color-adjust: exact;
}
.best .bar i {
  background: #f0a51e;
}
.bar b {
  position: absolute;
  top: -2px;
  width: 4px;
  height: 18px;
  background: #1a2324;
  -webkit-print-color-adjust: exact;
  print-color-adjust: exact;
}
.sums {
  color: #3d4847;
}
.photos {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
}
figure {
  margin: 0;
  width: 220px;
}
figure img {
  width: 100%;
  border: 2px solid #1a2324;
  border-radius: 8px;
}
figcaption {
  font-size: 14px;
}
.small {
  font-size: 14px;
  color: #56605f;
  border-top: 2px solid #1a2324;
  margin-top: 12px;
  padding-top: 8px;
}
.answer label {
  display: block;
  font-weight: 700;
}
textarea {
  width: 100%;
  font: inherit;
  border: 2px solid #1a2324;
  border-radius: 8px;
  padding: 8px;
  background: #fff;
}
button {
  display: block;
  width: 100%;
  min-height: 56px;
  margin-top: 8px;
  font: inherit;
  font-weight: 700;
  color: #1a2324;
  background: #f4efe3;
  border: 2px solid #1a2324;
  border-radius: 8px;
  cursor: pointer;
}
button[value='agreed'] {
  background: #f0a51e;
}
a {
  color: #173a3d;
}
:focus-visible {
  outline: 3px solid #173a3d;
  outline-offset: 2px;
}
@page {
  size: A4;
  margin: 14mm;
}
@media print {
  body {
    background: #fff;
    font-size: 11.5pt;
    line-height: 1.3;
  }
  main {
    max-width: none;
    padding: 0;
  }
  h1 {
    font-size: 19pt;
  }
  .answer,
  .pdf {
    display: none;
  }
  section {
    padding: 5px 0 0;
    margin-top: 6px;
    break-inside: avoid;
  }
  .ways li {
    margin-bottom: 4px;
  }
  figure {
    width: 150px;
  }
  p,
  ul {
    margin-bottom: 4px;
  }
}
`.trim();
