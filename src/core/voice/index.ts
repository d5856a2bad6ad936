// Stand-in voices: what a target's parameters would do, to be heard. Nothing here makes a sound; it says how a voice stands.
export { type Part, partOf } from './part';
export { toneHz, type VoiceSetting, voiceSetting } from './setting';
export { heardWords, usualVoice, type VoiceKind, voiceKinds, voiceKindWords } from './voice';
