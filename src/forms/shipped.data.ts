// Two written forms to begin with. Both are invented; neither is that of any program.
import type { WrittenForm } from '@/core/rig';

/** A form with what it is for, in a few words. */
interface ShippedForm {
  readonly name: string;
  readonly what: string;
  readonly form: WrittenForm;
}

/** The forms that ship, in the order in which they are offered. */
export const shippedForms: readonly ShippedForm[] = [
  {
    name: 'Settings, one block a line',
    what: 'A block of settings for each line, channels counted from 0',
    form: {
      fileName: 'map.conf',
      template: `# {{ unit.name }} in {{ rig.name }}
{% for line in lines %}{% if line.message %}
[{{ line.parameter | default: line.control }}]
kind = {{ line.message.type }}
{% if line.message.channel %}channel = {{ line.message.channel | zero_based }}
{% endif %}{% if line.message.number != nil %}number = {{ line.message.number }}
{% endif %}{% if line.kind == "landing" %}from = {{ line.from }}
to = {{ line.to }}
{% for moved in line.moves %}with {{ moved.parameter }} = {% if moved.beats %}{{ moved.beats }} beats{% else %}{{ moved.from }} .. {{ moved.to }}{% endif %}
{% endfor %}{% else %}on = {{ line.gesture }}
{% if line.bank %}bank = {{ line.bank }}
{% endif %}{% endif %}{% endif %}{% endfor %}`,
    },
  },
  {
    name: 'Table in hexadecimal',
    what: 'A line for each message: kind, channel and number in hexadecimal, what it is for',
    form: {
      fileName: 'map.txt',
      template: `; {{ unit.name }}: {{ lines | size }} lines
{% for line in lines %}{% if line.message %}{{ line.message.type | upcase }} {% if line.message.channel %}{{ line.message.channel | zero_based | hex: 1 }}{% else %}-{% endif %} {% if line.message.number != nil %}{{ line.message.number | hex }}{% else %}--{% endif %} ; {{ line.parameter | default: line.control }}
{% endif %}{% endfor %}`,
    },
  },
];
