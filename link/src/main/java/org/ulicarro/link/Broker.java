package org.ulicarro.link;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.UUID;
import java.util.function.BiConsumer;
import org.eclipse.paho.client.mqttv3.IMqttDeliveryToken;
import org.eclipse.paho.client.mqttv3.MqttCallback;
import org.eclipse.paho.client.mqttv3.MqttClient;
import org.eclipse.paho.client.mqttv3.MqttConnectOptions;
import org.eclipse.paho.client.mqttv3.MqttException;
import org.eclipse.paho.client.mqttv3.MqttMessage;
import org.eclipse.paho.client.mqttv3.persist.MemoryPersistence;

/** A connection to an MQTT broker. */
final class Broker implements AutoCloseable {

    /** Who hears that the connection is gone. */
    interface Lost {
        void because(String why);
    }

    private final MqttClient client;

    private Broker(MqttClient client) {
        this.client = client;
    }

    /**
     * Connects.
     *
     * @param address of the broker, {@code tcp://127.0.0.1:1883}
     * @param heard told topic and text of what comes
     * @throws IOException when nobody answers there
     */
    static Broker connect(String address, BiConsumer<String, String> heard, Lost lost) throws IOException {
        try {
            MqttClient client = new MqttClient(
                    address, "ulicarro-" + UUID.randomUUID().toString().substring(0, 8), new MemoryPersistence());
            client.setCallback(new MqttCallback() {
                @Override
                public void connectionLost(Throwable cause) {
                    lost.because("the broker is gone");
                }

                @Override
                public void messageArrived(String topic, MqttMessage message) {
                    heard.accept(topic, new String(message.getPayload(), StandardCharsets.UTF_8));
                }

                @Override
                public void deliveryComplete(IMqttDeliveryToken token) {
                    // the answer tells that it came
                }
            });
            MqttConnectOptions options = new MqttConnectOptions();
            options.setCleanSession(true);
            options.setConnectionTimeout(10);
            options.setMaxInflight(1000);
            client.setTimeToWait(10_000);
            client.connect(options);
            return new Broker(client);
        } catch (IllegalArgumentException e) {
            throw new IOException("'" + address + "' is no address of an MQTT broker such as tcp://127.0.0.1:1883", e);
        } catch (MqttException e) {
            throw new IOException("no MQTT broker answers at " + address + ": " + reason(e), e);
        }
    }

    private static String reason(MqttException e) {
        Throwable cause = e.getCause() == null ? e : e.getCause();
        return String.valueOf(cause.getMessage()).replaceFirst("^.*Exception: ", "");
    }

    void subscribe(String topics) throws IOException {
        try {
            client.subscribe(topics, 1);
        } catch (MqttException e) {
            throw new IOException("the broker does not let listen to '" + topics + "': " + reason(e), e);
        }
    }

    void publish(String topic, String text, boolean keep) throws IOException {
        try {
            // bounded by the time to wait: a topic's own 'publish' waits for ever when the broker dies while it sends
            client.publish(topic, text.getBytes(StandardCharsets.UTF_8), 0, keep);
        } catch (MqttException e) {
            throw new IOException("the broker takes nothing: " + reason(e), e);
        }
    }

    @Override
    public void close() {
        try {
            if (client.isConnected()) {
                client.disconnect(2000);
            }
            client.close();
        } catch (MqttException e) {
            // it is gone already
        }
    }
}
