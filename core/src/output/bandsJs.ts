/** core/script/bands.ts, made small by `npm run script`. */
export const BANDS_JS =
  '(()=>{const n=[...document.querySelectorAll("[data-hr-turns]")],e=()=>{for(const t of n)t.style.setProperty("--hr-above",String(-Math.round(t.getBoundingClientRect().top)))};addEventListener("scroll",e,{passive:!0}),new ResizeObserver(e).observe(document.body)})();\n';
