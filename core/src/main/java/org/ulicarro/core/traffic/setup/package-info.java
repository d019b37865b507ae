/**
 * What is put together before the first step: {@link org.ulicarro.core.traffic.setup.Behaviour} once for a model, {@link org.ulicarro.core.traffic.setup.Parts} once for a replication. Stages take their parts from there.
 */
package org.ulicarro.core.traffic.setup;
