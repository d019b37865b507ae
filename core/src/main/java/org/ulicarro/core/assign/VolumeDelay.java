package org.ulicarro.core.assign;

/** What roads take by how many want over them: a formula in place of the simulation. */
interface VolumeDelay {

    /**
     * Says what all roads take, used or not.
     *
     * @param volumes vehicles by turn and slice
     */
    void times(Loaded volumes, Times into);
}
