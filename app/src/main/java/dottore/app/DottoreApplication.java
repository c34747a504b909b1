package dottore.app;

import dottore.app.account.OwnerCommand;
import dottore.app.bundle.DiagnoseCommand;
import dottore.app.casebook.CheckCommand;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;

/** Starts the application, or runs a command that needs none of it. */
@SpringBootApplication
@ConfigurationPropertiesScan
public class DottoreApplication {
  public static void main(String[] args) {
    if (args.length > 0 && args[0].equals("diagnose")) {
      System.exit(DiagnoseCommand.run(args, System.out, System.err));
    }
    if (args.length > 0 && args[0].equals("casebook")) {
      System.exit(CheckCommand.run(args, System.out, System.err));
    }
    if (args.length > 0 && args[0].equals("owner")) {
      System.exit(OwnerCommand.run(args, System.getenv(), System.out, System.err));
    }
    SpringApplication.run(DottoreApplication.class, args);
  }
}
