/** core/script/bands.ts, made small by `npm run script`. */
export const BANDS_JS =
  '(()=>{var n=[...document.querySelectorAll("[data-hr-turns]")],t=()=>{for(let e of n)e.style.setProperty("--hr-above",String(-Math.round(e.getBoundingClientRect().top)))};addEventListener("scroll",t,{passive:!0});new ResizeObserver(t).observe(document.body);})();';
