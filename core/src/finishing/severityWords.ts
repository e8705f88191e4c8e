/** How bad a finding is, in words. */
export const severityWords = {
  'stop-locked': 'Stops the work, not to be overruled',
  stop: 'Stops the work',
  warn: 'Warning',
  advice: 'Advice',
} as const;
