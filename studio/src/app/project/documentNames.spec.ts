import { fightProject } from '../../testing';
import { documentName } from './documentNames';

describe('the name of a document', () => {
  it('is what people call it, with what it is', () => {
    const project = fightProject();
    const [drill, event, actor] = [project.drills[0], project.events[0], project.actors[0]];
    const response = project.responses[0];
    const answered = project.events.find(({ id }) => id === response.event);
    expect(documentName(project, `drills/${drill.id}`)).toBe(`drill ${drill.label}`);
    expect(documentName(project, `events/${event.id}`)).toBe(`event ${event.label}`);
    expect(documentName(project, `actors/${actor.id}`)).toBe(`actor ${actor.label}`);
    expect(documentName(project, `responses/${response.id}`)).toBe(`answers to ${answered?.label}`);
    expect(documentName(project, 'statuses/gone')).toBe('status gone');
  });
});
