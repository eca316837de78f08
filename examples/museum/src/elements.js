// Notices that the office changes between builds: each is a custom element, filled by attributes.
import 'virtual:element/call-out';
