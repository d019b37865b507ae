package org.ulicarro.link;

import java.io.IOException;

/**
 * Controllers that talk through an MQTT broker. What a run says goes to {@code ulicarro/control/REPLICATION/PLACE/ask}, answers come from {@code
 * ulicarro/control/REPLICATION/PLACE/want}.
 */
public final class BrokerExchange extends Exchange {

    private static final String ROOT = "ulicarro/control/";

    private final Broker broker;

    private BrokerExchange(String address) throws IOException {
        broker = Broker.connect(address, (topic, text) -> received(text), this::lost);
        broker.subscribe(ROOT + "+/+/want");
    }

    /**
     * Connects to a broker.
     *
     * @param address {@code tcp://127.0.0.1:1883}
     * @throws IOException when nobody answers there
     */
    public static BrokerExchange open(String address) throws IOException {
        return new BrokerExchange(address);
    }

    @Override
    void send(String session, String message) throws IOException {
        broker.publish(ROOT + session + "/ask", message, false);
    }

    @Override
    public void close() {
        broker.close();
    }
}
