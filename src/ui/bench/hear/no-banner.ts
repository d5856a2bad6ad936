// The library writes its name and version to the log as it is loaded, unless it finds this.
Object.assign(globalThis, { TONE_SILENCE_LOGGING: true });
