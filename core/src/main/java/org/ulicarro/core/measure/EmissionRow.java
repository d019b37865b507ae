package org.ulicarro.core.measure;

import org.ulicarro.core.study.About;

/**
 * What vehicles used and gave off on the links that lead to one place, and inside it, in the measured period of one replication.
 */
@TableName(value = "emissions", about = "fuel, CO2 and others, by place and class")
public record EmissionRow(
        @About("id, or 'all'") String place,

        @About(
                "'cars' (cars, vans, motorcycles), 'trucks', 'buses', or 'all'; trams and bicycles give off nothing here")
        String vehicles,

        @About("fuel (l)") double fuelL,
        @About("carbon dioxide (kg)") double co2Kg,
        @About("nitrogen oxides (g)") double noxG,
        @About("particles (g)") double pmG,
        @About("volatile organic compounds (g)") double vocG) {}
