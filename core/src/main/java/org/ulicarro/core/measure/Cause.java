package org.ulicarro.core.measure;

import org.ulicarro.core.analysis.LevelOfService;

/**
 * Why a movement is bad.
 *
 * @param place id
 * @param movement id
 * @param name short name
 * @param los its level of service
 * @param delayS control and entry delay (s)
 * @param why in words, with the figures that say so
 */
public record Cause(String place, String movement, String name, LevelOfService los, double delayS, String why) {}
