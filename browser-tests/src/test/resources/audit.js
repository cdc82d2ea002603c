// What on the page can't be read or has no name: contrast below what is asked, text below 12.5 px, controls without a name.
return ((least) => {
  const out = [];
  const lum = (c) => { const f = c.map(v => { v /= 255; return v <= 0.03928 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4; }); return 0.2126*f[0]+0.7152*f[1]+0.0722*f[2]; };
  const rgba = (s) => { if (s.startsWith('color(srgb')) { const n = s.match(/[\d.]+/g).map(Number); return [255 * n[0], 255 * n[1], 255 * n[2], n[3] ?? 1]; } const m = s.match(/[\d.]+/g)?.map(Number); return m ? [m[0],m[1],m[2],m[3] ?? 1] : [0,0,0,0]; };
  const ground = (el) => { for (let e = el; e; e = e.parentElement) { const c = rgba(getComputedStyle(e).backgroundColor); if (c[3] > 0.5) return c; } return [255,255,255,1]; };
  for (const el of document.querySelectorAll('body *')) {
    if (el.closest('svg') || !el.checkVisibility({ opacityProperty: true, visibilityProperty: true })) continue;
    const own = [...el.childNodes].some(n => n.nodeType === 3 && n.textContent.trim());
    const r = el.getBoundingClientRect();
    if (own && r.width > 2) {
      const st = getComputedStyle(el);
      const dis = el.closest(':disabled') !== null;
      const a = lum(rgba(st.color)), b = lum(ground(el));
      const k = (Math.max(a,b)+0.05)/(Math.min(a,b)+0.05);
      if (k < least) out.push((dis ? 'disabled ' : '') + 'contrast ' + k.toFixed(2) + ' ' + el.className + ': ' + el.textContent.trim().slice(0,40));
      if (parseFloat(st.fontSize) < 12.5) out.push('small ' + st.fontSize + ' ' + el.className + ': ' + el.textContent.trim().slice(0,30));
    }
  }
  for (const el of document.querySelectorAll('button, input, select, textarea, a, [role=button], [role=radio], [tabindex="0"]')) {
    if (!el.checkVisibility() || el.closest('[aria-hidden=true], [data-radix-focus-guard]')) continue;
    const name = el.getAttribute('aria-label') || el.title || el.textContent.trim() || (el.labels && el.labels[0]?.textContent.trim()) || el.getAttribute('placeholder') || (el.getAttribute('aria-labelledby') && 'x');
    if (!name) out.push('no name: ' + el.outerHTML.slice(0,120));
  }
  return [...new Set(out)].join('\n');
})(arguments[0]);
