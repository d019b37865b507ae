/**
 * Signal timing found by simulation. {@link org.ulicarro.core.search.optimize.PlanSpace} says what may vary and what a plan is,
 * {@link org.ulicarro.core.search.optimize.Index} what it is for, {@code PlatoonModel} screens plans by formula, {@code Neighbourhood} says
 * which are near, {@code Race} runs those that may win, and {@link org.ulicarro.core.search.optimize.Optimization} is the whole search.
 */
package org.ulicarro.core.search.optimize;
