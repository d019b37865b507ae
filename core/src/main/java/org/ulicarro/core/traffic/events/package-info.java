/**
 * What a step tells those who observe: {@link org.ulicarro.core.traffic.events.TrafficEvents} is the door, filled by the stages that change something.
 */
package org.ulicarro.core.traffic.events;
