/**
 * Abbreviations after which no sentence ends, by primary language, as they are written in product texts; from memory.
 * A space stands where one may be left out. Those that often end a sentence (etc., usw.) are not here.
 */
export const abbreviations: Readonly<Record<string, readonly string[]>> = {
  en: ['e.g.', 'i.e.', 'approx.', 'ca.', 'cf.', 'vs.', 'incl.', 'excl.', 'max.', 'min.', 'No.', 'Nos.', 'Fig.', 'p.', 'pp.', 'vol.', 'Mr.', 'Mrs.', 'Ms.', 'Dr.', 'Prof.', 'St.', 'dia.', 'ext.', 'resp.', 'est.'],
  de: ['z. B.', 'd. h.', 'u. U.', 'i. d. R.', 'o. g.', 's. o.', 's. u.', 'z. T.', 'm. E.', 'u. a.', 'ca.', 'bzw.', 'ggf.', 'inkl.', 'exkl.', 'max.', 'min.', 'mind.', 'Nr.', 'Abb.', 'Art.', 'Abs.', 'Dr.', 'Prof.', 'St.', 'evtl.', 'gem.', 'lt.', 'vgl.', 'zzgl.', 'abzgl.', 'Str.', 'Tel.', 'Bd.', 'S.', 'sog.', 'einschl.', 'Hr.', 'Fr.', 'Std.'],
  fr: ['p. ex.', 'c.-à-d.', 'env.', 'max.', 'min.', 'art.', 'fig.', 'réf.', 'éd.', 'av.', 'apr.', 'M.', 'MM.', 'Dr.', 'St.', 'incl.', 'excl.', 'vol.', 'tél.', 'dép.', 'cf.'],
  it: ['p. es.', 'es.', 'ca.', 'max.', 'min.', 'art.', 'fig.', 'pag.', 'n.', 'nr.', 'sig.', 'dott.', 'prof.', 'incl.', 'escl.', 'tel.', 'cfr.'],
  nl: ['bijv.', 'bv.', 'o. a.', 'd. w. z.', 'm. b. t.', 't. e. m.', 'i. p. v.', 'ca.', 'max.', 'min.', 'nr.', 'incl.', 'excl.', 'evt.', 'dhr.', 'mevr.', 'dr.', 'prof.', 'art.', 'afb.', 'tel.', 'resp.'],
  sv: ['t. ex.', 'bl. a.', 's. k.', 't. o. m.', 'fr. o. m.', 'd. v. s.', 'dvs.', 'ca.', 'max.', 'min.', 'inkl.', 'exkl.', 'nr.', 'ev.', 'resp.', 'kl.', 'tel.', 'st.'],
  da: ['f. eks.', 'bl. a.', 'd. v. s.', 'dvs.', 'ca.', 'maks.', 'min.', 'inkl.', 'ekskl.', 'nr.', 'evt.', 'pga.', 'hhv.', 'kl.', 'tlf.', 'stk.'],
  nb: ['f. eks.', 'bl. a.', 'dvs.', 'ca.', 'maks.', 'min.', 'inkl.', 'ekskl.', 'nr.', 'evt.', 'pga.', 'kl.', 'tlf.', 'stk.'],
  fi: ['esim.', 'mm.', 'ks.', 'n.', 'nro.', 'maks.', 'min.', 'sis.', 'ts.', 'puh.', 'kpl.', 'ko.'],
  es: ['p. ej.', 'núm.', 'máx.', 'mín.', 'aprox.', 'Sr.', 'Sra.', 'Dr.', 'art.', 'fig.', 'pág.', 'tel.', 'incl.'],
  pt: ['p. ex.', 'aprox.', 'máx.', 'mín.', 'n.', 'Sr.', 'Sra.', 'Dr.', 'art.', 'fig.', 'pág.', 'tel.', 'incl.'],
  pl: ['np.', 'tj.', 'ok.', 'maks.', 'min.', 'nr.', 'tel.', 'ul.', 'art.', 'dr.', 'prof.', 'wł.'],
}

/** Languages that write the ordinal of a day with a full stop: “am 3. Oktober”. */
export const dottedOrdinals: ReadonlySet<string> = new Set(['de', 'da', 'nb', 'no', 'fi', 'cs', 'sk', 'hu', 'pl', 'sl', 'hr', 'et'])
