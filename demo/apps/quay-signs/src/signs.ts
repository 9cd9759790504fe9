import '@saltmarsh/fairlead-elements';

const notice = document.querySelector('fl-notice')!;
notice.addEventListener('dismiss', (event) => console.log((event as CustomEvent).detail.by));
notice.close('clock');

const late = document.createElement('fare-tag');
late.tone = 'urgent';
late.quayName = 'north';
late.addEventListener('explain', ({ detail }) => console.log(detail.reason));
document.querySelector('#fares')?.append(late);
