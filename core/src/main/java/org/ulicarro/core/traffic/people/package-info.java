/**
 * People on foot: {@link org.ulicarro.core.traffic.people.Walkers} is the door, who come, wait for walk or a gap, and cross.
 */
package org.ulicarro.core.traffic.people;
