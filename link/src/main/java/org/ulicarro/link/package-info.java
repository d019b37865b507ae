/**
 * Talking to the outside: controllers that people bring, over WebSocket or MQTT, and groups' states for boards of lamps. Messages are JSON;
 * docs/outside.md lists them.
 */
package org.ulicarro.link;
