/** Whether a list of entity tags, as If-Match has it, names one; proxies that compress make strong tags weak. */
export const namesTag = (list: string, tag: string): boolean =>
  list.split(',').some((one) => one.trim().replace(/^W\//, '') === tag)
