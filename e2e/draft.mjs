/** What is sent to save a kit, out of what was answered for it. */
export const draftOf = ({ name, layer, personId, containerId, positionId, schoolId, brief, setAside, fit, stage, modules, units }) => ({
  ...{ name, layer, personId, containerId, positionId, schoolId, brief, setAside, fit, stage, modules, units },
});
