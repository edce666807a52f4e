package chalkline.server.frame;

import chalkline.server.ChalkLineSettings;
import java.util.regex.Pattern;
import org.apache.catalina.valves.RemoteIpValve;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/**
 * Believes what a web server with TLS says of a request that it passes on (X-Forwarded-For, X-Forwarded-Proto), where the
 * settings name its address, and nobody else: cookies are then sent over TLS only.
 */
@Configuration
class BehindProxy {

    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> believed(ChalkLineSettings settings) {
        return factory -> settings.proxyAddress().ifPresent(address -> {
            RemoteIpValve valve = new RemoteIpValve();
            valve.setInternalProxies(Pattern.quote(address));
            valve.setProtocolHeader("X-Forwarded-Proto");
            factory.addEngineValves(valve);
        });
    }
}
