// The sound itself, on Web Audio. Fetched only when somebody wants to hear it.
import './no-banner';
import { FeedbackDelay, Filter, Gain, getContext, Limiter, Oscillator, Panner, PolySynth, Synth, WaveShaper } from 'tone';
import { toneHz, type VoiceKind, type VoiceSetting } from '@/core/voice';

/** At most a quarter of what the device can do (−12 dBFS): what is cut off there cannot be louder, whatever sounds together. */
const LOUDEST = 0.25;
/** The limiter leaves that much room below it. */
const LIMIT_DB = -15;
/** So short that a step is heard as a step, so long that it does not click. */
const GLIDE_S = 0.006;
/** Ahead of now: what came within one look of the bench keeps its distances. */
const AHEAD_S = 0.04;
/** However late it is, so far ahead: what begins before now can pass unheard where the page is slow. */
const LEAST_S = 0.02;
/** A loop of four strikes: from one to the next, and which tones. */
const BEAT_S = 0.4;
const PATTERN = [0, 2, 1, 3];
/** Amplitude of a tone among others. */
const ONE = 0.1;

interface Tone {
  readonly osc: Oscillator;
  readonly gain: Gain;
}

/** One target's voice. */
class Voice {
  readonly #place: number;
  readonly #kind: VoiceKind;
  readonly #bus = new Gain(1);
  readonly #lowCut = new Filter(20, 'highpass');
  readonly #cutoff = new Filter(20_000, 'lowpass');
  readonly #dry = new Gain(1);
  readonly #wet = new Gain(0);
  readonly #echo = new FeedbackDelay({ delayTime: 0.25, feedback: 0, maxDelay: 2.1, wet: 1 });
  readonly #pan = new Panner(0);
  readonly #volume: Gain;
  readonly #struck: PolySynth;
  readonly #held: Tone[] = [];
  #setting: VoiceSetting | null = null;
  #nextBeat = 0;
  #beat = 0;

  constructor(place: number, kind: VoiceKind, setting: VoiceSetting, into: Gain) {
    this.#place = place;
    this.#kind = kind;
    this.#volume = new Gain(0).connect(into);
    this.#struck = new PolySynth(Synth, { oscillator: { type: 'triangle' }, volume: -20 });
    this.#struck.maxPolyphony = 24;
    this.#struck.connect(this.#bus);
    this.#bus.chain(this.#lowCut, this.#cutoff);
    this.#cutoff.fan(this.#dry, this.#echo);
    this.#echo.connect(this.#wet);
    this.#dry.connect(this.#pan);
    this.#wet.connect(this.#pan);
    this.#pan.connect(this.#volume);
    this.stand(setting, this.#bus.context.currentTime);
  }

  stand(setting: VoiceSetting, at: number): void {
    const before = this.#setting;
    this.#setting = setting;
    const to = (
      param: { readonly setTargetAtTime: (value: number, time: number, constant: number) => unknown },
      value: number,
    ): void => void param.setTargetAtTime(value, at, GLIDE_S / 3);
    to(this.#volume.gain, setting.level);
    to(this.#pan.pan, setting.pan);
    to(this.#lowCut.frequency, setting.lowCutHz);
    to(this.#cutoff.frequency, setting.cutoffHz);
    to(this.#cutoff.Q, setting.resonance);
    to(this.#dry.gain, 1 - setting.mix / 2);
    to(this.#wet.gain, setting.mix);
    to(this.#echo.delayTime, setting.delayS);
    to(this.#echo.feedback, setting.feedback);
    const tones = [true, ...setting.tones];
    if (this.#kind === 'drone')
      tones.forEach((on, i) => {
        if (on || this.#held[i]) this.#hold(i, on, setting, at);
      });
    else if (this.#kind === 'struck' && before)
      tones.forEach((on, i) => {
        if (on && i > 0 && before.tones[i - 1] === false) this.strike(i, at);
      });
  }

  #hold(i: number, on: boolean, { semitones }: VoiceSetting, at: number): void {
    const hertz = toneHz(this.#place, i, semitones);
    const held = this.#held[i];
    if (held) {
      held.osc.frequency.setTargetAtTime(hertz, at, GLIDE_S / 3);
      held.gain.gain.setTargetAtTime(on ? ONE : 0, at, GLIDE_S);
      return;
    }
    const gain = new Gain(0).connect(this.#bus);
    const osc = new Oscillator(hertz, 'triangle').connect(gain).start(at);
    gain.gain.setTargetAtTime(ONE, at, GLIDE_S);
    this.#held[i] = { osc, gain };
  }

  strike(tone: number, at: number): void {
    const { semitones, ringS } = this.#setting ?? { semitones: 0, ringS: 1 };
    this.#struck.set({ envelope: { attack: 0.003, decay: ringS, sustain: 0, release: 0.05 } });
    this.#struck.triggerAttackRelease(toneHz(this.#place, tone, semitones), ringS, at);
  }

  /** Strikes what a loop has to strike until a time. */
  loop(until: number, now: number): void {
    if (this.#kind !== 'loop') return;
    if (this.#nextBeat < now) this.#nextBeat = now;
    for (; this.#nextBeat < until; this.#nextBeat += BEAT_S) {
      this.strike(PATTERN[this.#beat % PATTERN.length] ?? 0, this.#nextBeat);
      for (const [i, on] of (this.#setting?.tones ?? []).entries()) if (on) this.strike(i + PATTERN.length, this.#nextBeat);
      this.#beat += 1;
    }
  }

  end(): void {
    for (const node of [
      this.#struck,
      this.#bus,
      this.#lowCut,
      this.#cutoff,
      this.#dry,
      this.#wet,
      this.#echo,
      this.#pan,
      this.#volume,
    ])
      node.dispose();
    for (const { osc, gain } of this.#held.filter(Boolean)) {
      osc.dispose();
      gain.dispose();
    }
  }
}

/** All that sounds; silent until it is given voices. */
export class Voices {
  /** How many there are: the device is let go with the last of them. */
  static #open = 0;
  // One for the page: a browser gives only a few of them.
  readonly #context = getContext();
  readonly #clip = new WaveShaper((x) => Math.max(-LOUDEST, Math.min(LOUDEST, x)), 4096).toDestination();
  readonly #limiter = new Limiter(LIMIT_DB).connect(this.#clip);
  readonly #master = new Gain(1).connect(this.#limiter);
  readonly #voices = new Map<string, Voice>();
  readonly #timer: ReturnType<typeof setInterval>;

  constructor() {
    Voices.#open += 1;
    this.#timer = setInterval(() => {
      const now = this.#context.currentTime;
      for (const voice of this.#voices.values()) voice.loop(now + 0.2, now + AHEAD_S);
    }, 60);
  }

  /** Wakes the device, which it lets nobody do but who was pressed. Whether it sounds. */
  async wake(withinMs: number): Promise<boolean> {
    await Promise.race([this.#context.resume().catch(() => undefined), new Promise((resolve) => setTimeout(resolve, withinMs))]);
    return this.#context.state === 'running';
  }

  /** Gives a target another voice, or none; `place` is its own note. */
  give(id: string, place: number, kind: VoiceKind | null, setting: VoiceSetting): void {
    this.#voices.get(id)?.end();
    if (kind === null) this.#voices.delete(id);
    else this.#voices.set(id, new Voice(place, kind, setting, this.#master));
  }

  /** `agoMs`: how long ago that was, as the bench counts. */
  stand(id: string, setting: VoiceSetting, agoMs: number): void {
    this.#voices.get(id)?.stand(setting, this.#at(agoMs));
  }

  strike(id: string, tone: number, agoMs: number): void {
    this.#voices.get(id)?.strike(tone, this.#at(agoMs));
  }

  /** Quiet, without forgetting anything: a page that nobody sees makes no sound. */
  quiet(quiet: boolean): void {
    this.#master.gain.rampTo(quiet ? 0 : 1, 0.03);
  }

  close(): void {
    clearInterval(this.#timer);
    for (const voice of this.#voices.values()) voice.end();
    this.#voices.clear();
    for (const node of [this.#master, this.#limiter, this.#clip]) node.dispose();
    Voices.#open -= 1;
    if (Voices.#open > 0) return;
    const raw = this.#context.rawContext;
    if ('resume' in raw && !('startRendering' in raw)) void raw.suspend().catch(() => undefined);
  }

  #at(agoMs: number): number {
    return this.#context.currentTime + Math.max(LEAST_S, AHEAD_S - agoMs / 1000);
  }
}
