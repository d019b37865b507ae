package org.ulicarro.core.measure;

/**
 * What vehicles used and gave off on the links that lead to one place, and inside it, in the measured period of one replication.
 *
 * @param place id, or "all"
 * @param vehicles "cars" (cars, vans, motorcycles), "trucks", "buses", or "all"; trams and bicycles give off nothing here
 * @param fuelL fuel (l)
 * @param co2Kg carbon dioxide (kg)
 * @param noxG nitrogen oxides (g)
 * @param pmG particles (g)
 * @param vocG volatile organic compounds (g)
 */
@TableName("emissions")
public record EmissionRow(
        String place, String vehicles, double fuelL, double co2Kg, double noxG, double pmG, double vocG) {}
