// What ships with the program, and entries of the library as small rigs.

export { channelBanksById } from './inside';
export { arrivalRows, groupRows } from './places';
export {
  numberRows,
  type ProfileParameter,
  parameterRows,
  plainParameter,
  presetRows,
  profileOf,
  profileRig,
  type TargetProfile,
  unitProfile,
} from './profile';
export { targetProfiles } from './profiles';
export { minimumOf, rigTemplate, type TemplateNumbers } from './rig-template';
export { asProfile, asTemplate, brokenProfile, brokenTemplate, profileSchema, templateSchema } from './schema';
export { type ControllerTemplate, summaryOf, type TemplateCounter, templateOf, templateRig, unitTemplate } from './template';
export { controllerTemplates } from './templates';
