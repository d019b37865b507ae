/**
 * Talking to other programs: controllers that people bring, over WebSocket or MQTT, and groups' states for boards of lamps. Messages are JSON;
 * docs/external.md lists them.
 */
package org.ulicarro.link;
